-- What being late takes off a score, and how much an assignment counts beside others; null: as much as its points.
ALTER TABLE assignment ADD COLUMN late_rule TEXT NOT NULL DEFAULT '{"kind":"none"}';
ALTER TABLE assignment ADD COLUMN weight INTEGER;
-- What is handed back counts by the rule that held then; null: by none.
ALTER TABLE score ADD COLUMN late_rule TEXT;
-- What was given in another way than the work is scored now does not stand, unless its student has read it.
UPDATE submission SET points = NULL WHERE points IS NOT NULL AND EXISTS (
  SELECT 1 FROM score c JOIN assignment a ON a.id = submission.assignment_id
  WHERE c.submission_id = submission.id AND c.attempt = submission.attempt AND c.shown_at IS NULL AND c.scoring <> a.scoring
    AND c.n = (SELECT MAX(l.n) FROM score l WHERE l.submission_id = c.submission_id AND l.attempt = c.attempt));
