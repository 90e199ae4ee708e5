-- The office's calendar asks what was told of every assignment of the weeks around today, in every course: the ledger's
-- few lines of it are found without reading them.
CREATE INDEX event_of_entry ON event (course_id, assignment_id, student_id, at, kind)
  WHERE kind IN ('assignment made', 'assignment changed', 'assignment copied', 'assignment published', 'due moved');
