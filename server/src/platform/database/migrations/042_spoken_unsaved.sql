-- What was spoken and never saved is put away after a while; it is looked for by its age.
CREATE INDEX upload_spoken_unsaved ON upload (started_at)
  WHERE submission_id IS NOT NULL AND turned_in_at IS NULL AND dropped_at IS NULL;
