-- Letters on their way. What is in here is sent, also after a restart; what was sent is kept without its words.
CREATE TABLE letter (
  id TEXT PRIMARY KEY,
  to_address TEXT NOT NULL,
  subject TEXT NOT NULL,
  text TEXT NOT NULL,
  queued_at TEXT NOT NULL,
  next_try_at TEXT,
  tries INTEGER NOT NULL,
  sent_at TEXT,
  failed_at TEXT
) STRICT;
CREATE INDEX letter_to_send ON letter (next_try_at) WHERE next_try_at IS NOT NULL;

-- One letter a day, or (the rule) none; and the day of the last one.
ALTER TABLE person ADD COLUMN digest TEXT NOT NULL DEFAULT 'none' CHECK (digest IN ('none', 'daily'));
ALTER TABLE person ADD COLUMN digested_on TEXT;
CREATE INDEX person_with_digest ON person (digested_on) WHERE digest = 'daily';
