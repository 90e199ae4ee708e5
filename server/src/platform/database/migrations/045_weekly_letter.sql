-- Whether one of the staff wants a letter a week, and the Monday of the week in which the last was written.
ALTER TABLE person ADD COLUMN weekly_letter INTEGER NOT NULL DEFAULT 0;
ALTER TABLE person ADD COLUMN weekly_on TEXT NOT NULL DEFAULT '';
CREATE INDEX person_with_weekly_letter ON person (weekly_on) WHERE weekly_letter = 1;
