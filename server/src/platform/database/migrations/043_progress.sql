-- How far a piece is from what was handed out with its assignment, by the bytes of both, so that each is measured once. The
-- state is null of what cannot be compared. Nothing here but counts: it can be thrown away, and is measured again.
CREATE TABLE progress (
  given TEXT NOT NULL,
  sha256 TEXT NOT NULL,
  words INTEGER NOT NULL DEFAULT 0,
  added INTEGER NOT NULL DEFAULT 0,
  removed INTEGER NOT NULL DEFAULT 0,
  state TEXT,
  PRIMARY KEY (given, sha256)
) STRICT, WITHOUT ROWID;
