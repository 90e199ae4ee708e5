-- When a student was first shown what was said of their work: with a hand-back, or at once when work is sent back with a word.
ALTER TABLE comment ADD COLUMN shown_at TEXT;
UPDATE comment SET shown_at = at WHERE EXISTS (
  SELECT 1 FROM submission s WHERE s.id = comment.submission_id AND s.handed_back_at IS NOT NULL)
OR EXISTS (
  SELECT 1 FROM event e JOIN submission s ON s.course_id = e.course_id AND s.student_id = e.student_id AND s.assignment_id = e.assignment_id
  WHERE s.id = comment.submission_id AND e.kind IN ('handed back', 'sent back') AND e.at >= comment.at);
