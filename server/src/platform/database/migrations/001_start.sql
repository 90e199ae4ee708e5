CREATE TABLE school (
  id INTEGER PRIMARY KEY CHECK (id = 1),
  name TEXT NOT NULL,
  time_zone TEXT NOT NULL,
  opened_at TEXT NOT NULL
) STRICT;

CREATE TABLE person (
  id TEXT PRIMARY KEY,
  standing TEXT NOT NULL CHECK (standing IN ('student', 'teacher', 'office')),
  last TEXT NOT NULL,
  first TEXT NOT NULL,
  called TEXT NOT NULL,
  email TEXT NOT NULL,
  -- The address as compared (nameKey); null for a student without one.
  email_key TEXT UNIQUE,
  username TEXT NOT NULL,
  number TEXT NOT NULL,
  -- The name as compared, last then first; lists of people are paged by it.
  sort_key TEXT NOT NULL,
  password_hash TEXT,
  created_at TEXT NOT NULL
) STRICT;
CREATE INDEX person_by_name ON person (sort_key, id);
CREATE INDEX person_by_number ON person (number) WHERE number <> '';

CREATE TABLE session (
  token_hash TEXT PRIMARY KEY,
  person_id TEXT NOT NULL REFERENCES person (id),
  created_at TEXT NOT NULL,
  expires_at TEXT NOT NULL
) STRICT;
CREATE INDEX session_by_expiry ON session (expires_at);

-- A way to a password: for one person, or (person_id null) for the first office account of a new school.
CREATE TABLE welcome_link (
  token_hash TEXT PRIMARY KEY,
  person_id TEXT REFERENCES person (id),
  made_at TEXT NOT NULL,
  expires_at TEXT NOT NULL,
  used_at TEXT
) STRICT;
CREATE INDEX welcome_link_by_person ON welcome_link (person_id);

CREATE TABLE year (
  id TEXT PRIMARY KEY,
  label TEXT NOT NULL UNIQUE,
  starts_on TEXT NOT NULL,
  ends_on TEXT NOT NULL
) STRICT;

CREATE TABLE course (
  id TEXT PRIMARY KEY,
  year_id TEXT NOT NULL REFERENCES year (id),
  title TEXT NOT NULL,
  code TEXT NOT NULL,
  folder_rule TEXT NOT NULL,
  file_rule TEXT NOT NULL,
  -- When turn-in folders were made for the whole course; from then on who joins gets one at once.
  folders_made_at TEXT,
  created_at TEXT NOT NULL,
  UNIQUE (year_id, title)
) STRICT;

CREATE TABLE course_staff (
  course_id TEXT NOT NULL REFERENCES course (id),
  person_id TEXT NOT NULL REFERENCES person (id),
  role TEXT NOT NULL CHECK (role IN ('teacher', 'co-teacher')),
  PRIMARY KEY (course_id, person_id)
) STRICT, WITHOUT ROWID;
CREATE INDEX course_staff_by_person ON course_staff (person_id);

CREATE TABLE period (
  id TEXT PRIMARY KEY,
  course_id TEXT NOT NULL REFERENCES course (id),
  number INTEGER NOT NULL,
  label TEXT NOT NULL,
  enamel INTEGER NOT NULL,
  UNIQUE (course_id, number)
) STRICT;

CREATE TABLE enrolment (
  course_id TEXT NOT NULL REFERENCES course (id),
  student_id TEXT NOT NULL REFERENCES person (id),
  period_id TEXT NOT NULL REFERENCES period (id),
  joined_at TEXT NOT NULL,
  PRIMARY KEY (course_id, student_id)
) STRICT, WITHOUT ROWID;
CREATE INDEX enrolment_by_student ON enrolment (student_id);
CREATE INDEX enrolment_by_period ON enrolment (period_id);

CREATE TABLE folder (
  id TEXT PRIMARY KEY,
  course_id TEXT NOT NULL REFERENCES course (id),
  student_id TEXT NOT NULL REFERENCES person (id),
  name TEXT NOT NULL,
  name_key TEXT NOT NULL,
  made_at TEXT NOT NULL,
  UNIQUE (course_id, student_id),
  UNIQUE (course_id, name_key)
) STRICT;

CREATE TABLE assignment (
  id TEXT PRIMARY KEY,
  course_id TEXT NOT NULL REFERENCES course (id),
  title TEXT NOT NULL,
  title_key TEXT NOT NULL,
  short_name TEXT NOT NULL,
  directions TEXT NOT NULL,
  created_at TEXT NOT NULL,
  UNIQUE (course_id, title_key)
) STRICT;

CREATE TABLE assignment_due (
  assignment_id TEXT NOT NULL REFERENCES assignment (id),
  period_id TEXT NOT NULL REFERENCES period (id),
  due_local TEXT NOT NULL,
  due_at TEXT NOT NULL,
  PRIMARY KEY (assignment_id, period_id)
) STRICT, WITHOUT ROWID;
CREATE INDEX assignment_due_by_period ON assignment_due (period_id, due_at);

-- A file on its way: in the student's tray, not turned in yet.
CREATE TABLE upload (
  id TEXT PRIMARY KEY,
  student_id TEXT NOT NULL REFERENCES person (id),
  assignment_id TEXT NOT NULL REFERENCES assignment (id),
  original_name TEXT NOT NULL,
  bytes INTEGER NOT NULL,
  started_at TEXT NOT NULL,
  -- Set together, once all bytes are in the vault.
  arrived_at TEXT,
  sha256 TEXT,
  mime TEXT,
  extension TEXT,
  turned_in_at TEXT,
  dropped_at TEXT
) STRICT;
CREATE INDEX upload_in_tray ON upload (student_id, assignment_id, started_at) WHERE turned_in_at IS NULL AND dropped_at IS NULL;
CREATE INDEX upload_on_its_way ON upload (started_at) WHERE arrived_at IS NULL AND dropped_at IS NULL;

CREATE TABLE submission (
  id TEXT PRIMARY KEY,
  course_id TEXT NOT NULL REFERENCES course (id),
  assignment_id TEXT NOT NULL REFERENCES assignment (id),
  student_id TEXT NOT NULL REFERENCES person (id),
  -- What the newest attempt says, so that a rack needs no second look.
  attempt INTEGER NOT NULL,
  turned_in_at TEXT NOT NULL,
  late_ms INTEGER NOT NULL,
  pieces INTEGER NOT NULL,
  top_piece_id TEXT NOT NULL,
  reviewed_at TEXT,
  handed_back_at TEXT,
  UNIQUE (assignment_id, student_id)
) STRICT;
CREATE INDEX submission_by_course ON submission (course_id, assignment_id);
CREATE INDEX submission_by_student ON submission (student_id, turned_in_at);

CREATE TABLE attempt (
  submission_id TEXT NOT NULL REFERENCES submission (id),
  n INTEGER NOT NULL,
  at TEXT NOT NULL,
  due_at TEXT,
  late_ms INTEGER NOT NULL,
  -- Made by the page for one press of the button: the same press is one attempt however often it arrives.
  press_key TEXT NOT NULL,
  event_index INTEGER NOT NULL,
  PRIMARY KEY (submission_id, n)
) STRICT, WITHOUT ROWID;
CREATE UNIQUE INDEX attempt_by_press ON attempt (press_key);

-- A student's file as it is now. What was turned in is the piece's sealed copy.
CREATE TABLE file (
  id TEXT PRIMARY KEY,
  owner_id TEXT NOT NULL REFERENCES person (id),
  sha256 TEXT NOT NULL,
  bytes INTEGER NOT NULL,
  changed_at TEXT NOT NULL
) STRICT;
CREATE INDEX file_by_owner ON file (owner_id);

CREATE TABLE piece (
  id TEXT PRIMARY KEY,
  course_id TEXT NOT NULL REFERENCES course (id),
  submission_id TEXT NOT NULL REFERENCES submission (id),
  attempt INTEGER NOT NULL,
  n INTEGER NOT NULL,
  file_id TEXT NOT NULL REFERENCES file (id),
  name TEXT NOT NULL,
  name_key TEXT NOT NULL,
  original_name TEXT NOT NULL,
  mime TEXT NOT NULL,
  extension TEXT NOT NULL,
  bytes INTEGER NOT NULL,
  sha256 TEXT NOT NULL,
  UNIQUE (submission_id, attempt, n),
  UNIQUE (course_id, name_key)
) STRICT;
CREATE INDEX piece_by_file ON piece (file_id);

-- Which attempt of a submission each of the staff has looked at last.
CREATE TABLE seen (
  person_id TEXT NOT NULL REFERENCES person (id),
  submission_id TEXT NOT NULL REFERENCES submission (id),
  attempt INTEGER NOT NULL,
  PRIMARY KEY (person_id, submission_id)
) STRICT, WITHOUT ROWID;

CREATE TABLE comment (
  id TEXT PRIMARY KEY,
  submission_id TEXT NOT NULL REFERENCES submission (id),
  by_id TEXT NOT NULL REFERENCES person (id),
  at TEXT NOT NULL,
  text TEXT NOT NULL
) STRICT;
CREATE INDEX comment_by_submission ON comment (submission_id, at);

-- The ledger. `canonical` is the line itself (RFC 8785); the columns beside it only serve to find it.
CREATE TABLE event (
  idx INTEGER PRIMARY KEY,
  id TEXT NOT NULL UNIQUE,
  at TEXT NOT NULL,
  kind TEXT NOT NULL,
  by_id TEXT NOT NULL,
  course_id TEXT,
  student_id TEXT,
  assignment_id TEXT,
  canonical TEXT NOT NULL
) STRICT;
CREATE INDEX event_by_course ON event (course_id, idx);
CREATE INDEX event_by_kind ON event (course_id, kind, idx);
CREATE INDEX event_by_student ON event (course_id, student_id, idx);
CREATE INDEX event_by_assignment ON event (course_id, assignment_id, idx);

CREATE TRIGGER event_is_never_changed BEFORE UPDATE ON event
BEGIN
  SELECT RAISE(ABORT, 'a line of the ledger is never changed');
END;
CREATE TRIGGER event_is_never_removed BEFORE DELETE ON event
BEGIN
  SELECT RAISE(ABORT, 'a line of the ledger is never removed');
END;
