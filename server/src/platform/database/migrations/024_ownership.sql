-- Whose each file is and was: a row for each stretch of time, with who made it so and why.
CREATE TABLE ownership (
  file_id TEXT NOT NULL REFERENCES file (id),
  -- Of what is outside, like a link, the bytes are not ours.
  kind TEXT NOT NULL CHECK (kind IN ('person', 'school', 'outside')),
  owner_id TEXT REFERENCES person (id),
  from_at TEXT NOT NULL,
  -- Null while it goes on.
  until_at TEXT,
  -- Null is the school's own doing.
  by_id TEXT REFERENCES person (id),
  why TEXT NOT NULL CHECK (why IN ('brought', 'turned in', 'placed', 'handed out')),
  -- Its line of the ledger; what lies in a drawer has none.
  event_index INTEGER,
  PRIMARY KEY (file_id, from_at),
  CHECK ((kind = 'person') = (owner_id IS NOT NULL))
) STRICT, WITHOUT ROWID;

-- The first line that tells of a file says whose it was from then on; a file of a drawer is its sender's since it arrived.
CREATE TEMP TABLE told (file_id TEXT PRIMARY KEY, idx INTEGER NOT NULL, owner TEXT NOT NULL);
INSERT INTO told SELECT q.file_id, MIN(v.idx), json_extract(v.canonical, '$.facts.owner')
FROM event v JOIN piece q ON q.id = json_extract(v.canonical, '$.about.piece')
WHERE v.kind = 'piece placed' GROUP BY q.file_id;
INSERT OR IGNORE INTO told SELECT json_extract(canonical, '$.facts.file'), idx, json_extract(canonical, '$.facts.owner')
FROM event WHERE kind = 'handed out' AND json_extract(canonical, '$.facts.file') IN (SELECT id FROM file);

INSERT INTO ownership (file_id, kind, owner_id, from_at, until_at, by_id, why, event_index)
SELECT f.id,
  CASE WHEN COALESCE(t.owner, f.owner_id, 'outside') = 'outside' THEN 'outside' ELSE 'person' END,
  NULLIF(COALESCE(t.owner, f.owner_id, 'outside'), 'outside'),
  COALESCE(MIN(u.arrived_at, COALESCE(v.at, u.arrived_at)), v.at, f.changed_at),
  -- What was placed with somebody by mistake was taken out again.
  CASE WHEN f.owner_id IS NULL AND t.owner <> 'outside' THEN f.dropped_at END,
  COALESCE(u.by_id, CASE WHEN v.by_id <> 'system' THEN v.by_id END),
  CASE WHEN u.id IS NOT NULL THEN 'brought' WHEN v.kind = 'handed out' THEN 'handed out'
    WHEN v.by_id = v.student_id THEN 'turned in' ELSE 'placed' END,
  CASE WHEN u.id IS NULL THEN t.idx END
FROM file f LEFT JOIN told t ON t.file_id = f.id LEFT JOIN event v ON v.idx = t.idx
LEFT JOIN upload u ON u.id = (SELECT d.id FROM upload d WHERE d.file_id = f.id AND d.by_id = f.owner_id
  AND d.assignment_id IS NULL AND d.course_id IS NULL ORDER BY d.started_at LIMIT 1);
DROP TABLE told;

CREATE TABLE file_new (
  id TEXT PRIMARY KEY,
  original_name TEXT NOT NULL,
  mime TEXT NOT NULL,
  extension TEXT NOT NULL,
  bytes INTEGER NOT NULL,
  sha256 TEXT NOT NULL,
  changed_at TEXT NOT NULL,
  -- Set when its owner puts away a file that was never turned in.
  dropped_at TEXT
) STRICT;
INSERT INTO file_new SELECT id, original_name, mime, extension, bytes, sha256, changed_at, dropped_at FROM file;
DROP TABLE file;
ALTER TABLE file_new RENAME TO file;
CREATE UNIQUE INDEX ownership_now ON ownership (file_id) WHERE until_at IS NULL;
CREATE INDEX ownership_by_owner ON ownership (owner_id) WHERE until_at IS NULL;
CREATE INDEX ownership_of_owner ON ownership (owner_id);
CREATE INDEX ownership_by_person ON ownership (by_id);
