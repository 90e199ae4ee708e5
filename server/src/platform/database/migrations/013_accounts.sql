-- The course whose list brought a student into the school. Those whom a package or the office brought have none.
ALTER TABLE person ADD COLUMN brought_by TEXT REFERENCES course (id);
CREATE INDEX person_by_bringing ON person (brought_by) WHERE brought_by IS NOT NULL;
UPDATE person SET brought_by = (
  SELECT e.course_id FROM enrolment e WHERE e.student_id = person.id AND substr(e.joined_at, 1, 16) = substr(person.created_at, 1, 16)
  ORDER BY e.joined_at LIMIT 1)
WHERE standing = 'student' AND outer_id IS NULL;

-- Set while nobody signs in to it.
ALTER TABLE person ADD COLUMN closed_at TEXT;

-- Each session has a name that is no secret, so that its owner can see and end it, and says with what it was begun.
ALTER TABLE session ADD COLUMN id TEXT;
ALTER TABLE session ADD COLUMN device TEXT NOT NULL DEFAULT '';
UPDATE session SET id = 'e_' || lower(hex(randomblob(9)));
CREATE UNIQUE INDEX session_by_id ON session (id);
CREATE INDEX session_by_person ON session (person_id, created_at);

-- Browsers that have signed in to an account: others' wrong guesses do not lock them out.
CREATE TABLE device (
  token_hash TEXT NOT NULL,
  person_id TEXT NOT NULL REFERENCES person (id),
  seen_at TEXT NOT NULL,
  PRIMARY KEY (token_hash, person_id)
) STRICT, WITHOUT ROWID;
CREATE INDEX device_by_person ON device (person_id, seen_at);

-- What others did to somebody's account, told on their next Today.
CREATE TABLE account_news (
  id TEXT PRIMARY KEY,
  person_id TEXT NOT NULL REFERENCES person (id),
  at TEXT NOT NULL,
  kind TEXT NOT NULL,
  by_id TEXT NOT NULL,
  seen_at TEXT
) STRICT;
CREATE INDEX account_news_unseen ON account_news (person_id, at) WHERE seen_at IS NULL;

-- What a teacher asks the office to do with an account.
CREATE TABLE account_request (
  id TEXT PRIMARY KEY,
  at TEXT NOT NULL,
  by_id TEXT NOT NULL REFERENCES person (id),
  course_id TEXT NOT NULL REFERENCES course (id),
  -- Null: the links of all students of the course who have no password.
  student_id TEXT REFERENCES person (id),
  -- What is to be changed, as JSON; null asks for a one-time link.
  wish TEXT,
  settled_at TEXT,
  settled_by TEXT REFERENCES person (id),
  granted INTEGER
) STRICT;
CREATE INDEX account_request_open ON account_request (at) WHERE settled_at IS NULL;
CREATE INDEX account_request_by_course ON account_request (course_id);
