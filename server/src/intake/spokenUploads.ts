import type { Instant, UploadId } from '@vestibul/core';
import { run, type Database } from '../platform/database/database';
import type { School } from '../platform/School';

/**
 * Takes up what was spoken, also once more where what it said was put away. Inside the caller's transaction. False where it is
 * used, was thrown away before it was used, or has been put away for longer than its bytes surely stay.
 */
export function takeUpSpoken(db: Database, id: UploadId, at: Instant, since: Instant): boolean {
  return (
    run(
      db,
      `UPDATE upload SET turned_in_at = :at, dropped_at = NULL
       WHERE id = :id AND arrived_at IS NOT NULL AND submission_id IS NOT NULL
         AND (turned_in_at IS NULL) = (dropped_at IS NULL) AND (dropped_at IS NULL OR dropped_at > :since)`,
      { id, at, since },
    ) === 1
  );
}

/** Puts away what was spoken before a moment and never saved. Returns how many there were. */
export function putAwayUnsaved(school: School, before: Instant): number {
  return run(
    school.db,
    `UPDATE upload SET dropped_at = :at WHERE submission_id IS NOT NULL AND turned_in_at IS NULL AND dropped_at IS NULL
       AND started_at < :before AND arrived_at IS NOT NULL`,
    { at: school.now(), before },
  );
}

/** Puts away what was spoken: what it said is removed. Inside the caller's transaction. */
export function putAwaySpoken(db: Database, id: UploadId, at: Instant): void {
  run(db, 'UPDATE upload SET dropped_at = :at WHERE id = :id', { id, at });
}
