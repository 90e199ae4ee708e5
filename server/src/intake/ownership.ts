import type { FileId, Instant, PersonId } from '@vestibul/core';
import { run, type Database } from '../platform/database/database';

/** Whose a file is; `outside` is what we only point at, like a link, and `school` what the school keeps itself. */
export type Owner = { kind: 'person'; id: PersonId } | { kind: 'school' } | { kind: 'outside' };

/** Why a file became somebody's. */
export type OwnedBy = 'brought' | 'turned in' | 'placed' | 'handed out' | 'kept';

/** Writes down whose a file is from a moment on. */
export function beginOwnership(
  db: Database,
  file: FileId,
  owner: Owner,
  { at, by, why }: { at: Instant; by: PersonId | 'system' | null; why: OwnedBy },
): void {
  run(
    db,
    `INSERT INTO ownership (file_id, kind, owner_id, from_at, by_id, why)
     VALUES (:file, :kind, :owner, :at, :by, :why)`,
    {
      file,
      kind: owner.kind,
      owner: owner.kind === 'person' ? owner.id : null,
      at,
      by: by === 'system' ? null : by,
      why,
    },
  );
}

/** Ends it: the file is nobody's from then on. */
export function endOwnership(db: Database, file: FileId, at: Instant): void {
  run(db, 'UPDATE ownership SET until_at = :at WHERE file_id = :file AND until_at IS NULL', { file, at });
}

/** Notes the line of the ledger that tells of it, where the file had none before. */
export function noteOwnershipLine(db: Database, file: FileId, index: number): void {
  run(
    db,
    `UPDATE ownership SET event_index = :index
     WHERE file_id = :file AND until_at IS NULL AND event_index IS NULL AND why <> 'brought'`,
    { file, index },
  );
}

/** What tells whose a file of the given column is now: its kind and the person, as `w`. */
export const joinOwner = (file: string) =>
  `LEFT JOIN ownership w ON w.file_id = ${file} AND w.until_at IS NULL`;
