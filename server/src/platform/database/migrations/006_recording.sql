-- What students may record for an assignment, and for how long, as JSON (core/submission/recording).
ALTER TABLE assignment ADD COLUMN recording TEXT NOT NULL DEFAULT '{"kinds":[],"mostMinutes":5}';
