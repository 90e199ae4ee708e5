-- From when until when a file was in its owner's trash before; where it is there now, file.dropped_at says since when.
CREATE TABLE trash_past (
  file_id TEXT NOT NULL REFERENCES file (id),
  from_at TEXT NOT NULL,
  until_at TEXT NOT NULL,
  PRIMARY KEY (file_id, from_at)
) STRICT, WITHOUT ROWID;
