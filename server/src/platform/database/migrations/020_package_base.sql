-- A package that says what changed since the one before is read on that one alone.
ALTER TABLE package ADD COLUMN base_id TEXT REFERENCES package (id);
CREATE INDEX package_by_applied ON package (applied_at) WHERE applied_at IS NOT NULL;
