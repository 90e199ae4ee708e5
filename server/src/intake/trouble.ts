import { PAGE_SIZE, type AnswerOf } from '@vestibul/contract';
import type { Instant, PersonId, UploadId } from '@vestibul/core';
import type { School } from '../platform/School';
import { all, run, together, type Database } from '../platform/database/database';
import { nameOf } from '../school/people';

/** Notes that a file could not be taken in: it is no longer on its way, and the office is told. */
export function setUploadAside(school: School, id: UploadId, says: string): void {
  const at = school.now();
  together(school.db, () => {
    run(school.db, 'UPDATE upload SET dropped_at = :at WHERE id = :id AND dropped_at IS NULL', { id, at });
    run(school.db, "INSERT INTO trouble (at, kind, upload_id, says) VALUES (?, 'set-aside', ?, ?)", [
      at,
      id,
      says.slice(0, 500),
    ]);
  });
}

/** The files that could not be taken in, the last first. */
export function listSetAside(db: Database): AnswerOf<'readTrouble'>['setAside'] {
  const rows = all<{ id: UploadId; at: Instant; byId: PersonId | null; originalName: string; bytes: number }>(
    db,
    `SELECT u.id, t.at, u.by_id AS byId, u.original_name AS originalName, u.bytes
     FROM trouble t JOIN upload u ON u.id = t.upload_id WHERE t.kind = 'set-aside' ORDER BY t.id DESC LIMIT ${PAGE_SIZE}`,
  );
  return rows.map(({ byId, ...row }) => ({ ...row, by: byId && nameOf(db, byId) }));
}
