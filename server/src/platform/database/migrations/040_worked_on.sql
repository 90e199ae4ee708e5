-- Who of the staff last said something of a submission, scored or reviewed it.
ALTER TABLE submission ADD COLUMN worked_on_by TEXT REFERENCES person (id);
UPDATE submission SET worked_on_by = (
  SELECT e.by_id FROM event e
  WHERE e.course_id = submission.course_id AND e.assignment_id = submission.assignment_id
    AND e.student_id = submission.student_id
    AND e.kind IN ('commented', 'noted', 'scored', 'score changed', 'reviewed')
  ORDER BY e.at DESC, e.idx DESC LIMIT 1);
