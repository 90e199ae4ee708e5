-- What a file was before its owner changed it, and until when.
CREATE TABLE file_past (
  file_id TEXT NOT NULL REFERENCES file (id),
  until_at TEXT NOT NULL,
  original_name TEXT NOT NULL,
  mime TEXT NOT NULL,
  extension TEXT NOT NULL,
  bytes INTEGER NOT NULL,
  sha256 TEXT NOT NULL,
  PRIMARY KEY (file_id, until_at)
) STRICT, WITHOUT ROWID;
-- Of what has changed before this was kept, what was turned in last is known.
INSERT INTO file_past (file_id, until_at, original_name, mime, extension, bytes, sha256)
SELECT file_id, until_at, original_name, mime, extension, bytes, sha256 FROM (
  SELECT f.id AS file_id, f.changed_at AS until_at, q.original_name, q.mime, q.extension, q.bytes, q.sha256,
    ROW_NUMBER() OVER (PARTITION BY f.id ORDER BY t.at DESC, q.id) AS nth
  FROM file f JOIN piece q ON q.file_id = f.id JOIN attempt t ON t.submission_id = q.submission_id AND t.n = q.attempt
  WHERE q.sha256 <> f.sha256
) WHERE nth = 1;
