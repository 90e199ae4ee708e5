-- Whose order of letters lists follow (BCP 47).
ALTER TABLE school ADD COLUMN language TEXT NOT NULL DEFAULT 'en';

-- What the office's own system calls these; a package of lists finds them again by it.
ALTER TABLE person ADD COLUMN outer_id TEXT;
CREATE UNIQUE INDEX person_by_outer_id ON person (outer_id) WHERE outer_id IS NOT NULL;
ALTER TABLE year ADD COLUMN outer_id TEXT;
ALTER TABLE course ADD COLUMN outer_id TEXT;
CREATE UNIQUE INDEX course_by_outer_id ON course (outer_id) WHERE outer_id IS NOT NULL;
ALTER TABLE period ADD COLUMN outer_id TEXT;
CREATE UNIQUE INDEX period_by_outer_id ON period (outer_id) WHERE outer_id IS NOT NULL;

-- The secret part of the address of somebody's calendar. It opens due dates and nothing else, and is shown again on
-- its page, so it is kept as it is.
ALTER TABLE person ADD COLUMN feed_token TEXT;
CREATE UNIQUE INDEX person_by_feed ON person (feed_token) WHERE feed_token IS NOT NULL;

CREATE TABLE term (
  id TEXT PRIMARY KEY,
  year_id TEXT NOT NULL REFERENCES year (id),
  name TEXT NOT NULL,
  starts_on TEXT NOT NULL,
  ends_on TEXT NOT NULL
) STRICT;
CREATE INDEX term_by_year ON term (year_id, starts_on);

-- When the period meets, as JSON (core/calendar/meetings); null where it does not matter.
ALTER TABLE period ADD COLUMN meetings TEXT;

CREATE TABLE student_group (
  id TEXT PRIMARY KEY,
  period_id TEXT NOT NULL REFERENCES period (id),
  name TEXT NOT NULL,
  enamel INTEGER NOT NULL,
  mark TEXT NOT NULL,
  place INTEGER NOT NULL
) STRICT;
CREATE INDEX student_group_by_period ON student_group (period_id, place);

ALTER TABLE enrolment ADD COLUMN group_id TEXT REFERENCES student_group (id);
CREATE INDEX enrolment_by_group ON enrolment (group_id);
-- Set while a student is away; every leaving and coming back is an absence.
ALTER TABLE enrolment ADD COLUMN left_at TEXT;
CREATE TABLE absence (
  course_id TEXT NOT NULL,
  student_id TEXT NOT NULL,
  left_at TEXT NOT NULL,
  back_at TEXT,
  PRIMARY KEY (course_id, student_id, left_at),
  FOREIGN KEY (course_id, student_id) REFERENCES enrolment (course_id, student_id)
) STRICT, WITHOUT ROWID;

-- The staff of a course may now be aides too.
CREATE TABLE course_staff_new (
  course_id TEXT NOT NULL REFERENCES course (id),
  person_id TEXT NOT NULL REFERENCES person (id),
  role TEXT NOT NULL CHECK (role IN ('teacher', 'co-teacher', 'aide')),
  PRIMARY KEY (course_id, person_id)
) STRICT, WITHOUT ROWID;
INSERT INTO course_staff_new SELECT course_id, person_id, role FROM course_staff;
DROP TABLE course_staff;
ALTER TABLE course_staff_new RENAME TO course_staff;
CREATE INDEX course_staff_by_person ON course_staff (person_id);

ALTER TABLE assignment ADD COLUMN unit TEXT NOT NULL DEFAULT '';
ALTER TABLE assignment ADD COLUMN grace_minutes INTEGER NOT NULL DEFAULT 0;
ALTER TABLE assignment ADD COLUMN late_counts TEXT NOT NULL DEFAULT 'when turned in';
-- Forms and number of files wished for, and how it is scored, as JSON in the shape of the contract.
ALTER TABLE assignment ADD COLUMN wants TEXT NOT NULL DEFAULT '{"forms":[],"files":null}';
ALTER TABLE assignment ADD COLUMN scoring TEXT NOT NULL DEFAULT '{"kind":"none"}';
ALTER TABLE assignment ADD COLUMN afterwards TEXT NOT NULL DEFAULT 'own';
ALTER TABLE assignment ADD COLUMN holds INTEGER NOT NULL DEFAULT 0;
ALTER TABLE assignment ADD COLUMN tells INTEGER NOT NULL DEFAULT 0;
-- From when on students see it; null is a draft.
ALTER TABLE assignment ADD COLUMN visible_at TEXT;
UPDATE assignment SET visible_at = created_at;
-- Whether what is to happen when students first see it has happened.
ALTER TABLE assignment ADD COLUMN appeared_at TEXT;
UPDATE assignment SET appeared_at = created_at;
CREATE INDEX assignment_to_appear ON assignment (visible_at) WHERE appeared_at IS NULL AND visible_at IS NOT NULL;

-- The small groups that hand an assignment in; none means everybody.
CREATE TABLE assignment_group (
  assignment_id TEXT NOT NULL REFERENCES assignment (id),
  group_id TEXT NOT NULL REFERENCES student_group (id),
  PRIMARY KEY (assignment_id, group_id)
) STRICT, WITHOUT ROWID;
CREATE INDEX assignment_group_by_group ON assignment_group (group_id);

-- The office's calendar asks by the day.
CREATE INDEX assignment_due_by_day ON assignment_due (due_local);

-- What was settled for one student alone.
CREATE TABLE own_due (
  assignment_id TEXT NOT NULL REFERENCES assignment (id),
  student_id TEXT NOT NULL REFERENCES person (id),
  due_local TEXT,
  due_at TEXT,
  excused INTEGER NOT NULL,
  PRIMARY KEY (assignment_id, student_id)
) STRICT, WITHOUT ROWID;
CREATE INDEX own_due_by_student ON own_due (student_id);

ALTER TABLE submission ADD COLUMN held INTEGER NOT NULL DEFAULT 0;

-- Every name that a folder or a piece had before, so that the record can say it and it can be found.
CREATE TABLE old_name (
  subject TEXT NOT NULL CHECK (subject IN ('folder', 'piece')),
  subject_id TEXT NOT NULL,
  course_id TEXT NOT NULL REFERENCES course (id),
  name TEXT NOT NULL,
  until_at TEXT NOT NULL,
  PRIMARY KEY (subject, subject_id, until_at)
) STRICT, WITHOUT ROWID;
CREATE INDEX old_name_by_course ON old_name (course_id);

-- Masters of what is handed out. Their versions are never changed; a new one is added.
CREATE TABLE blank (
  id TEXT PRIMARY KEY,
  course_id TEXT NOT NULL REFERENCES course (id),
  title TEXT NOT NULL,
  put_away_at TEXT
) STRICT;
CREATE INDEX blank_by_course ON blank (course_id);
CREATE TABLE blank_version (
  blank_id TEXT NOT NULL REFERENCES blank (id),
  n INTEGER NOT NULL,
  original_name TEXT NOT NULL,
  mime TEXT NOT NULL,
  extension TEXT NOT NULL,
  bytes INTEGER NOT NULL,
  sha256 TEXT NOT NULL,
  kept_at TEXT NOT NULL,
  kept_by TEXT NOT NULL REFERENCES person (id),
  PRIMARY KEY (blank_id, n)
) STRICT, WITHOUT ROWID;
-- A standing order: everybody in the period has a copy, and who joins later gets one.
CREATE TABLE hand_out (
  blank_id TEXT NOT NULL REFERENCES blank (id),
  period_id TEXT NOT NULL REFERENCES period (id),
  assignment_id TEXT REFERENCES assignment (id),
  at TEXT NOT NULL,
  PRIMARY KEY (blank_id, period_id)
) STRICT, WITHOUT ROWID;
CREATE INDEX hand_out_by_period ON hand_out (period_id);
CREATE INDEX hand_out_by_assignment ON hand_out (assignment_id) WHERE assignment_id IS NOT NULL;
-- One student's own copy; the file is theirs.
CREATE TABLE copy (
  id TEXT PRIMARY KEY,
  course_id TEXT NOT NULL REFERENCES course (id),
  blank_id TEXT NOT NULL REFERENCES blank (id),
  version INTEGER NOT NULL,
  student_id TEXT NOT NULL REFERENCES person (id),
  file_id TEXT NOT NULL REFERENCES file (id),
  name TEXT NOT NULL,
  name_key TEXT NOT NULL,
  handed_out_at TEXT NOT NULL,
  UNIQUE (course_id, name_key)
) STRICT;
CREATE INDEX copy_by_blank ON copy (blank_id, student_id, version);
CREATE INDEX copy_by_student ON copy (student_id, handed_out_at);
CREATE INDEX copy_by_file ON copy (file_id);

-- A file on its way: into a student's tray for an assignment, or as a blank of a course.
CREATE TABLE upload_new (
  id TEXT PRIMARY KEY,
  by_id TEXT NOT NULL REFERENCES person (id),
  assignment_id TEXT REFERENCES assignment (id),
  course_id TEXT REFERENCES course (id),
  original_name TEXT NOT NULL,
  bytes INTEGER NOT NULL,
  started_at TEXT NOT NULL,
  -- Set together, once all bytes are in the vault.
  arrived_at TEXT,
  sha256 TEXT,
  mime TEXT,
  extension TEXT,
  turned_in_at TEXT,
  dropped_at TEXT,
  CHECK ((assignment_id IS NULL) <> (course_id IS NULL))
) STRICT;
INSERT INTO upload_new (id, by_id, assignment_id, original_name, bytes, started_at, arrived_at, sha256, mime, extension,
  turned_in_at, dropped_at)
SELECT id, student_id, assignment_id, original_name, bytes, started_at, arrived_at, sha256, mime, extension,
  turned_in_at, dropped_at FROM upload;
DROP TABLE upload;
ALTER TABLE upload_new RENAME TO upload;
CREATE INDEX upload_in_tray ON upload (by_id, assignment_id, started_at) WHERE turned_in_at IS NULL AND dropped_at IS NULL;
CREATE INDEX upload_by_assignment ON upload (assignment_id);
CREATE INDEX upload_on_its_way ON upload (started_at) WHERE arrived_at IS NULL AND dropped_at IS NULL;

-- A package of lists from the office's own system: what it says, and what it would change or has changed.
CREATE TABLE package (
  id TEXT PRIMARY KEY,
  name TEXT NOT NULL,
  sha256 TEXT NOT NULL,
  taken_by TEXT NOT NULL REFERENCES person (id),
  taken_at TEXT NOT NULL,
  applied_at TEXT,
  lists TEXT NOT NULL
) STRICT;
