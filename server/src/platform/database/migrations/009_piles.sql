-- What was brought to the sorting table at once: files, folders or ZIP files.
CREATE TABLE pile (
  id TEXT PRIMARY KEY,
  course_id TEXT NOT NULL REFERENCES course (id),
  by_id TEXT NOT NULL REFERENCES person (id),
  name TEXT NOT NULL,
  -- What is known of all of it, by where it was dropped.
  period_id TEXT REFERENCES period (id),
  assignment_id TEXT REFERENCES assignment (id),
  made_at TEXT NOT NULL,
  -- Set when its sender said that everything was sent.
  sent_at TEXT,
  cancelled_at TEXT
) STRICT;
CREATE INDEX pile_by_course ON pile (course_id, made_at);
CREATE INDEX pile_going_on ON pile (made_at) WHERE cancelled_at IS NULL;
CREATE INDEX pile_being_sent ON pile (made_at) WHERE sent_at IS NULL AND cancelled_at IS NULL;
CREATE INDEX pile_by_person ON pile (by_id);
CREATE INDEX pile_by_period ON pile (period_id) WHERE period_id IS NOT NULL;
CREATE INDEX pile_by_assignment ON pile (assignment_id) WHERE assignment_id IS NOT NULL;

ALTER TABLE upload ADD COLUMN pile_id TEXT REFERENCES pile (id);
CREATE INDEX upload_by_pile ON upload (pile_id, started_at) WHERE pile_id IS NOT NULL;

-- Each thing that came in a pile, and what became of it: whatever arrived is accounted for.
CREATE TABLE pile_piece (
  id TEXT PRIMARY KEY,
  pile_id TEXT NOT NULL REFERENCES pile (id),
  course_id TEXT NOT NULL REFERENCES course (id),
  upload_id TEXT NOT NULL REFERENCES upload (id),
  -- Which entry of its ZIP it is; -1 for a file that came by itself. The same entry is taken out once.
  entry INTEGER NOT NULL,
  path TEXT NOT NULL,
  bytes INTEGER NOT NULL,
  sha256 TEXT,
  mime TEXT NOT NULL,
  extension TEXT NOT NULL,
  modified_at TEXT,
  state TEXT NOT NULL,
  -- Why it was refused, passed over, or not placed though it was told.
  reason TEXT NOT NULL,
  -- Of a repeat: what has the same bytes.
  same_as TEXT REFERENCES pile_piece (id),
  -- Or of what a student turned in themselves.
  same_as_piece TEXT REFERENCES piece (id),
  -- What is known of it beside its name, and what was read out of it all, as JSON.
  evidence TEXT NOT NULL,
  answer TEXT NOT NULL,
  UNIQUE (upload_id, entry)
) STRICT;
CREATE INDEX pile_piece_by_state ON pile_piece (pile_id, state, path, id);
CREATE INDEX pile_piece_on_table ON pile_piece (course_id, state, pile_id, path, id);
CREATE INDEX pile_piece_by_bytes ON pile_piece (course_id, sha256);
CREATE INDEX pile_piece_by_same_piece ON pile_piece (same_as_piece) WHERE same_as_piece IS NOT NULL;
CREATE INDEX piece_by_bytes ON piece (course_id, sha256);
CREATE INDEX pile_piece_by_same ON pile_piece (same_as) WHERE same_as IS NOT NULL;

-- Into which attempt a piece of a pile went; joint work went into several.
CREATE TABLE pile_placing (
  pile_piece_id TEXT NOT NULL REFERENCES pile_piece (id),
  submission_id TEXT NOT NULL REFERENCES submission (id),
  n INTEGER NOT NULL,
  PRIMARY KEY (pile_piece_id, submission_id)
) STRICT, WITHOUT ROWID;
CREATE INDEX pile_placing_by_attempt ON pile_placing (submission_id, n);

-- What somebody did on the sorting table, for undoing it in turn and doing it again.
CREATE TABLE sorting_step (
  n INTEGER PRIMARY KEY AUTOINCREMENT,
  course_id TEXT NOT NULL REFERENCES course (id),
  by_id TEXT NOT NULL REFERENCES person (id),
  at TEXT NOT NULL,
  -- What was done, and how the pieces lay before, as JSON.
  does TEXT NOT NULL,
  before TEXT NOT NULL,
  undone_at TEXT
) STRICT;
CREATE INDEX sorting_step_by_person ON sorting_step (course_id, by_id, n);
CREATE INDEX sorting_step_of_person ON sorting_step (by_id);

-- Whom words in names mean, as somebody decided before.
CREATE TABLE known_words (
  course_id TEXT NOT NULL REFERENCES course (id),
  words TEXT NOT NULL,
  student_id TEXT NOT NULL REFERENCES person (id),
  by_id TEXT NOT NULL REFERENCES person (id),
  at TEXT NOT NULL,
  PRIMARY KEY (course_id, words)
) STRICT, WITHOUT ROWID;
CREATE INDEX known_words_by_student ON known_words (student_id);
CREATE INDEX known_words_by_person ON known_words (by_id);
