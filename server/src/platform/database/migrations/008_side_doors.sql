-- A way in for people without an account: an address that opens one assignment or a course.
CREATE TABLE side_door (
  id TEXT PRIMARY KEY,
  -- The secret part of its address. It is shown again on its page and as a picture, so it is kept as it is.
  token TEXT NOT NULL UNIQUE,
  course_id TEXT NOT NULL REFERENCES course (id),
  assignment_id TEXT REFERENCES assignment (id),
  -- Domains whose addresses it is for, as JSON; none is anyone.
  domains TEXT NOT NULL,
  note TEXT NOT NULL,
  opens_at TEXT,
  closes_at TEXT,
  shut_at TEXT,
  made_at TEXT NOT NULL
) STRICT;
CREATE INDEX side_door_by_course ON side_door (course_id, made_at);
CREATE INDEX side_door_by_assignment ON side_door (assignment_id) WHERE assignment_id IS NOT NULL;

-- Somebody at a side door, from saying who they are to having handed in.
CREATE TABLE visit (
  id TEXT PRIMARY KEY,
  token_hash TEXT NOT NULL UNIQUE,
  door_id TEXT NOT NULL REFERENCES side_door (id),
  name TEXT NOT NULL,
  email TEXT NOT NULL,
  code_hash TEXT,
  tries INTEGER NOT NULL DEFAULT 0,
  confirmed_at TEXT,
  made_at TEXT NOT NULL,
  expires_at TEXT NOT NULL
) STRICT;
CREATE INDEX visit_by_door ON visit (door_id, made_at);
CREATE INDEX visit_by_email ON visit (email, made_at);

-- What was handed in at a side door in one press, and what became of it.
CREATE TABLE delivery (
  id TEXT PRIMARY KEY,
  door_id TEXT NOT NULL REFERENCES side_door (id),
  visit_id TEXT NOT NULL REFERENCES visit (id),
  course_id TEXT NOT NULL REFERENCES course (id),
  assignment_id TEXT REFERENCES assignment (id),
  at TEXT NOT NULL,
  -- As in an attempt: the same press is one delivery however often it arrives.
  press_key TEXT NOT NULL UNIQUE,
  event_index INTEGER NOT NULL,
  placed_at TEXT,
  submission_id TEXT REFERENCES submission (id),
  turned_away_at TEXT
) STRICT;
CREATE INDEX delivery_waiting ON delivery (course_id, at) WHERE placed_at IS NULL AND turned_away_at IS NULL;
CREATE INDEX delivery_by_assignment ON delivery (assignment_id) WHERE assignment_id IS NOT NULL;
CREATE INDEX delivery_by_door ON delivery (course_id, door_id);
CREATE INDEX delivery_by_visit ON delivery (visit_id, at);

ALTER TABLE upload ADD COLUMN visit_id TEXT REFERENCES visit (id);
ALTER TABLE upload ADD COLUMN delivery_id TEXT REFERENCES delivery (id);
CREATE INDEX upload_by_visit ON upload (visit_id) WHERE visit_id IS NOT NULL;
CREATE INDEX upload_by_delivery ON upload (delivery_id) WHERE delivery_id IS NOT NULL;
