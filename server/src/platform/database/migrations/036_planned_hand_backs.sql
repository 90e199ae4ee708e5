-- A hand-back at a moment that somebody chose, and not after the pause in which it can be kept.
ALTER TABLE hand_back_due ADD COLUMN planned INTEGER NOT NULL DEFAULT 0;
