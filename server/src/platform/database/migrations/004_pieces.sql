-- Which attempt counts (core/submission/countingAttempt).
ALTER TABLE assignment ADD COLUMN counting TEXT NOT NULL DEFAULT 'last in time' CHECK (counting IN ('last in time', 'last', 'best'));

-- A file knows what it is by itself: it may lie in a drawer and in no slot. Without an owner its bytes are outside: a link.
CREATE TABLE file_new (
  id TEXT PRIMARY KEY,
  owner_id TEXT REFERENCES person (id),
  original_name TEXT NOT NULL,
  mime TEXT NOT NULL,
  extension TEXT NOT NULL,
  bytes INTEGER NOT NULL,
  sha256 TEXT NOT NULL,
  changed_at TEXT NOT NULL,
  -- Set when its owner puts away a file that was never turned in.
  dropped_at TEXT
) STRICT;
INSERT INTO file_new (id, owner_id, original_name, mime, extension, bytes, sha256, changed_at)
SELECT f.id, f.owner_id, COALESCE(q.original_name, k.name, ''), COALESCE(q.mime, v.mime, ''), COALESCE(q.extension, v.extension, ''),
  f.bytes, f.sha256, f.changed_at
FROM file f LEFT JOIN piece q ON q.file_id = f.id LEFT JOIN copy k ON k.file_id = f.id
LEFT JOIN blank_version v ON v.blank_id = k.blank_id AND v.n = k.version
GROUP BY f.id;
DROP TABLE file;
ALTER TABLE file_new RENAME TO file;
CREATE INDEX file_by_owner ON file (owner_id, changed_at);

-- What is brought in and not turned in yet: into a student's tray for an assignment, as a blank of a course, or (neither) into a drawer.
CREATE TABLE upload_new (
  id TEXT PRIMARY KEY,
  -- Nobody of the school brings what comes by a side door.
  by_id TEXT REFERENCES person (id),
  assignment_id TEXT REFERENCES assignment (id),
  course_id TEXT REFERENCES course (id),
  kind TEXT NOT NULL CHECK (kind IN ('file', 'recording', 'link', 'text', 'drawer')),
  original_name TEXT NOT NULL,
  bytes INTEGER NOT NULL,
  started_at TEXT NOT NULL,
  arrived_at TEXT,
  -- Set once all bytes are in the vault; a text's are put there when it is turned in.
  sha256 TEXT,
  mime TEXT,
  extension TEXT,
  turned_in_at TEXT,
  dropped_at TEXT,
  -- Where it lies among the others of its tray; what came later lies behind.
  place INTEGER NOT NULL,
  -- Of something from the drawer, and of what has arrived in one: the file that it is.
  file_id TEXT REFERENCES file (id),
  -- Of a text: what is written so far (Markdown), and how many times it was kept.
  text TEXT,
  version INTEGER NOT NULL DEFAULT 0,
  CHECK (assignment_id IS NULL OR course_id IS NULL)
) STRICT;
INSERT INTO upload_new (id, by_id, assignment_id, course_id, kind, original_name, bytes, started_at, arrived_at, sha256, mime,
  extension, turned_in_at, dropped_at, place)
SELECT id, by_id, assignment_id, course_id, 'file', original_name, bytes, started_at, arrived_at, sha256, mime,
  extension, turned_in_at, dropped_at, 0 FROM upload;
DROP TABLE upload;
ALTER TABLE upload_new RENAME TO upload;
CREATE INDEX upload_in_tray ON upload (by_id, assignment_id, place, started_at) WHERE turned_in_at IS NULL AND dropped_at IS NULL;
CREATE INDEX upload_by_assignment ON upload (assignment_id);
CREATE INDEX upload_on_its_way ON upload (started_at) WHERE arrived_at IS NULL AND dropped_at IS NULL;
CREATE INDEX upload_by_person ON upload (by_id, started_at);
CREATE INDEX upload_by_file ON upload (file_id) WHERE file_id IS NOT NULL;

-- Each attempt by itself: whether it waits for approval, and when it was taken back by its student or sent back by the teacher.
ALTER TABLE attempt ADD COLUMN held INTEGER NOT NULL DEFAULT 0;
ALTER TABLE attempt ADD COLUMN held_for_name INTEGER NOT NULL DEFAULT 0;
ALTER TABLE attempt ADD COLUMN taken_back_at TEXT;
ALTER TABLE attempt ADD COLUMN sent_back_at TEXT;
UPDATE attempt SET held = s.held, held_for_name = s.held_for_name
FROM submission s WHERE s.id = attempt.submission_id AND s.attempt = attempt.n;

-- A submission shows the attempt that counts, so that a rack needs no second look; with none left it shows nothing.
CREATE TABLE submission_new (
  id TEXT PRIMARY KEY,
  course_id TEXT NOT NULL REFERENCES course (id),
  assignment_id TEXT NOT NULL REFERENCES assignment (id),
  student_id TEXT NOT NULL REFERENCES person (id),
  -- How many there were, and which of them counts (0: none).
  attempts INTEGER NOT NULL,
  attempt INTEGER NOT NULL,
  turned_in_at TEXT,
  late_ms INTEGER NOT NULL,
  pieces INTEGER NOT NULL,
  top_piece_id TEXT REFERENCES piece (id),
  held INTEGER NOT NULL,
  held_for_name INTEGER NOT NULL,
  reviewed_at TEXT,
  handed_back_at TEXT,
  UNIQUE (assignment_id, student_id)
) STRICT;
INSERT INTO submission_new (id, course_id, assignment_id, student_id, attempts, attempt, turned_in_at, late_ms, pieces,
  top_piece_id, held, held_for_name, reviewed_at, handed_back_at)
SELECT id, course_id, assignment_id, student_id, attempt, attempt, turned_in_at, late_ms, pieces,
  top_piece_id, held, held_for_name, reviewed_at, handed_back_at FROM submission;
DROP TABLE submission;
ALTER TABLE submission_new RENAME TO submission;
CREATE INDEX submission_by_course ON submission (course_id, assignment_id);
CREATE INDEX submission_by_student ON submission (student_id, turned_in_at);

-- What it was brought in as, so that a text taken back can be written on.
ALTER TABLE piece ADD COLUMN upload_id TEXT REFERENCES upload (id);
