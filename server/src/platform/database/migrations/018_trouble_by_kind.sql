-- The office's page reads the last of a kind.
CREATE INDEX trouble_by_kind ON trouble (kind, id);
