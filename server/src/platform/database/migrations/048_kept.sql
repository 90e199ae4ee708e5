-- Copies of pieces that the school keeps as files of its own, from when until when.
CREATE TABLE kept (
  id TEXT PRIMARY KEY,
  course_id TEXT NOT NULL REFERENCES course (id),
  piece_id TEXT NOT NULL REFERENCES piece (id),
  file_id TEXT NOT NULL REFERENCES file (id),
  why TEXT NOT NULL,
  kept_at TEXT NOT NULL,
  by_id TEXT NOT NULL REFERENCES person (id),
  event_index INTEGER NOT NULL,
  ended_at TEXT
) STRICT;
CREATE INDEX kept_of_course ON kept (course_id);
CREATE INDEX kept_of_file ON kept (file_id);
CREATE INDEX kept_by_person ON kept (by_id);
CREATE INDEX kept_of_piece ON kept (piece_id);
CREATE UNIQUE INDEX kept_now ON kept (piece_id) WHERE ended_at IS NULL;

-- What is kept is the school's because of that.
CREATE TABLE new_ownership (
  file_id TEXT NOT NULL REFERENCES file (id),
  -- Of what is outside, like a link, the bytes are not ours.
  kind TEXT NOT NULL CHECK (kind IN ('person', 'school', 'outside')),
  owner_id TEXT REFERENCES person (id),
  from_at TEXT NOT NULL,
  -- Null while it goes on.
  until_at TEXT,
  -- Null is the school's own doing.
  by_id TEXT REFERENCES person (id),
  why TEXT NOT NULL CHECK (why IN ('brought', 'turned in', 'placed', 'handed out', 'kept')),
  -- Its line of the ledger; what lies in a drawer has none.
  event_index INTEGER,
  PRIMARY KEY (file_id, from_at),
  CHECK ((kind = 'person') = (owner_id IS NOT NULL))
) STRICT, WITHOUT ROWID;
INSERT INTO new_ownership SELECT * FROM ownership;
DROP TABLE ownership;
ALTER TABLE new_ownership RENAME TO ownership;
CREATE UNIQUE INDEX ownership_now ON ownership (file_id) WHERE until_at IS NULL;
CREATE INDEX ownership_by_owner ON ownership (owner_id) WHERE until_at IS NULL;
CREATE INDEX ownership_of_owner ON ownership (owner_id);
CREATE INDEX ownership_by_person ON ownership (by_id);
