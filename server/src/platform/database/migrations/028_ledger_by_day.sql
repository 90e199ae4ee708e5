-- The ledger is read by day too.
CREATE INDEX event_by_time ON event (course_id, at, idx);
