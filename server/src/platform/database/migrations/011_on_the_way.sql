-- What the resumable protocol knows of a file on its way (its length, what its sender said of it), as JSON; in the database,
-- so that it is whole after a crash. Null of what has arrived.
ALTER TABLE upload ADD COLUMN protocol TEXT;

-- What the office is told of the machine: files that could not be taken in.
CREATE TABLE trouble (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  at TEXT NOT NULL,
  kind TEXT NOT NULL CHECK (kind IN ('set-aside')),
  upload_id TEXT NOT NULL REFERENCES upload (id),
  -- What the machine said.
  says TEXT NOT NULL
) STRICT;
CREATE INDEX trouble_by_upload ON trouble (upload_id);

-- When a file on its way is removed if no more of it comes; set once nothing has come for a while, so that its owner is told.
ALTER TABLE upload ADD COLUMN expires_at TEXT;
