import fsp from 'node:fs/promises';
import path from 'node:path';
import { toInstant, type Instant, type Sha256 } from '@vestibul/core';
import type { School } from '../platform/School';

/**
 * Everything that names bytes in the vault. What was dropped on its way names them for as long as `:since` says, and a file in the
 * trash as long as it can be restored. What came into a drawer is named by its file alone.
 */
const NAMED = `
  SELECT sha256 FROM piece
  UNION ALL SELECT sha256 FROM blank_version
  UNION ALL SELECT sha256 FROM file WHERE dropped_at IS NULL OR dropped_at >= :trashed
  UNION ALL SELECT p.sha256 FROM file_past p JOIN file f ON f.id = p.file_id
    WHERE f.dropped_at IS NULL OR f.dropped_at >= :trashed
  UNION ALL SELECT sha256 FROM pile_piece WHERE sha256 IS NOT NULL
  UNION ALL SELECT sha256 FROM upload WHERE sha256 IS NOT NULL AND file_id IS NULL AND (dropped_at IS NULL OR dropped_at >= :since)`;

/** Bytes in the vault that were last named before a moment (milliseconds since 1970) and that nothing names now; what was deleted before `trashed` cannot be restored. For a thread. */
export async function findStray(
  school: School,
  { before, trashed }: { before: number; trashed: Instant },
): Promise<Sha256[]> {
  const old = await listOld(school.vault.folder, before);
  if (old.size === 0) return [];
  const named = school.db
    .prepare(NAMED)
    .raw()
    .iterate({ since: toInstant(before), trashed });
  for (const [sha256] of named as IterableIterator<[Sha256]>) old.delete(sha256);
  return [...old];
}

async function listOld(vault: string, before: number): Promise<Set<Sha256>> {
  const old = new Set<Sha256>();
  for (const folder of await fsp.readdir(vault)) {
    if (folder.length !== 2) continue;
    for (const name of await fsp.readdir(path.join(vault, folder))) {
      const { mtimeMs } = await fsp.stat(path.join(vault, folder, name));
      if (mtimeMs < before) old.add(name as Sha256);
    }
  }
  return old;
}
