-- When a placing was undone: the work was never this student's, and is neither shown to them nor in their drawer.
ALTER TABLE attempt ADD COLUMN undone_at TEXT;
UPDATE attempt SET undone_at = (SELECT MAX(e.at) FROM event e WHERE e.kind = 'placing undone'
  AND json_extract(e.canonical, '$.about.submission') = attempt.submission_id AND json_extract(e.canonical, '$.facts.attempt') = attempt.n)
WHERE taken_back_at IS NOT NULL;
UPDATE file SET dropped_at = (SELECT MAX(t.undone_at) FROM piece q JOIN attempt t ON t.submission_id = q.submission_id AND t.n = q.attempt WHERE q.file_id = file.id)
WHERE dropped_at IS NULL AND EXISTS (
  SELECT 1 FROM piece q JOIN attempt t ON t.submission_id = q.submission_id AND t.n = q.attempt WHERE q.file_id = file.id AND t.undone_at IS NOT NULL)
AND NOT EXISTS (
  SELECT 1 FROM piece q JOIN attempt t ON t.submission_id = q.submission_id AND t.n = q.attempt WHERE q.file_id = file.id AND t.undone_at IS NULL);
UPDATE upload SET dropped_at = (SELECT f.dropped_at FROM file f WHERE f.id = upload.file_id)
WHERE turned_in_at IS NULL AND dropped_at IS NULL AND file_id IN (SELECT id FROM file WHERE dropped_at IS NOT NULL);
