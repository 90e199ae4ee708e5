-- A review and a hand-back belong to the attempt that they are of, and stay with it whichever attempt counts.
ALTER TABLE attempt ADD COLUMN reviewed_at TEXT;
ALTER TABLE attempt ADD COLUMN handed_back_at TEXT;
-- The press with which its student took it back: the same press is one however often it arrives.
ALTER TABLE attempt ADD COLUMN taken_back_key TEXT;

-- What was cleared when another attempt came to count stands on the ledger.
CREATE TEMP TABLE said AS
SELECT idx, at, kind, json_extract(canonical, '$.about.submission') AS submission, json_extract(canonical, '$.facts.attempt') AS n
FROM event WHERE kind IN ('reviewed', 'review withdrawn', 'handed back');
CREATE INDEX temp.said_of ON said (submission, n, kind, idx);
UPDATE attempt SET
  handed_back_at = (SELECT MAX(at) FROM said WHERE submission = attempt.submission_id AND said.n = attempt.n AND kind = 'handed back'),
  reviewed_at = (SELECT r.at FROM said r WHERE r.submission = attempt.submission_id AND r.n = attempt.n AND r.kind = 'reviewed'
    AND NOT EXISTS (SELECT 1 FROM said w WHERE w.submission = r.submission AND w.n = r.n AND w.kind = 'review withdrawn' AND w.idx > r.idx)
    ORDER BY r.idx DESC LIMIT 1);
UPDATE attempt SET reviewed_at = s.reviewed_at, handed_back_at = s.handed_back_at
FROM submission s WHERE s.id = attempt.submission_id AND s.attempt = attempt.n AND s.reviewed_at IS NOT NULL;
UPDATE submission SET reviewed_at = t.reviewed_at, handed_back_at = t.handed_back_at
FROM attempt t WHERE t.submission_id = submission.id AND t.n = submission.attempt AND submission.reviewed_at IS NULL;
DROP TABLE temp.said;

-- Changes of names that have begun, and how they ended; one that a crash cut off ended without effect.
CREATE TABLE renaming_work (
  id TEXT PRIMARY KEY,
  course_id TEXT NOT NULL REFERENCES course (id),
  begun_at TEXT NOT NULL,
  -- Written in the transaction of the change itself.
  names INTEGER,
  stayed INTEGER
) STRICT;
CREATE INDEX renaming_work_by_course ON renaming_work (course_id);
