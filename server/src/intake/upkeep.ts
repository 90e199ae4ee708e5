import fs from 'node:fs';
import { toInstant, type Instant, type Sha256 } from '@vestibul/core';
import { UPLOAD_DAYS } from '@vestibul/contract';
import type { School } from '../platform/School';
import { run } from '../platform/database/database';
import { trashedSince } from './trash';
import { putAwayUnsaved } from './spokenUploads';
import { dropUpload, listOnTheirWay } from './uploads';
import { runJob } from '../platform/runJob';
import { forgetArriving, holdingArriving, isWhole, lastByteAt } from './receive';

const DAY = 86_400_000;
/** After how many quiet days the owner of a file on its way is told when it will go. */
const TOLD_AFTER_DAYS = 2;
/** How long bytes that nothing names stay in the vault: something may be about to name them. */
export const STRAY_DAYS = 7;
/** Files removed before others get their turn. */
const BATCH = 50;

/**
 * Looks through the files on their way: of those of which no byte has come for days their owners are told when they go, and
 * those whose day has come are removed; so is what was spoken so long ago and never saved. Returns how many were.
 */
export async function expireArrivals(school: School): Promise<number> {
  const now = Date.parse(school.now());
  let removed = 0;
  for (const upload of listOnTheirWay(school.db)) {
    // A pile has its own way of ending, and what is whole only waits for room.
    if (upload.pileId !== null || (await isWhole(school, upload))) continue;
    const last = Math.max(Date.parse(upload.startedAt), await lastByteAt(school, upload.id));
    const goes = last + UPLOAD_DAYS * DAY;
    if (now >= goes && upload.expiresAt !== null) {
      await holdingArriving(school, upload.id, async () => {
        dropUpload(school, upload.id);
        await forgetArriving(school, upload.id);
      });
      removed += 1;
      continue;
    }
    const isTold = now >= last + TOLD_AFTER_DAYS * DAY;
    // Whoever was never told is given the days between being told and losing it.
    const told = Math.max(goes, now + (UPLOAD_DAYS - TOLD_AFTER_DAYS) * DAY);
    const expiresAt = isTold ? (upload.expiresAt ?? toInstant(told)) : null;
    if (expiresAt !== upload.expiresAt) setExpiry(school, upload.id, expiresAt);
  }
  return removed + putAwayUnsaved(school, toInstant(now - UPLOAD_DAYS * DAY));
}

function setExpiry(school: School, id: string, at: Instant | null): void {
  run(school.db, 'UPDATE upload SET expires_at = ? WHERE id = ?', [at, id]);
}

/**
 * Removes bytes from the vault that nothing has named for some days: of files that were put away, and of what a crash left.
 * Returns how many files were removed.
 */
export async function clearVault(school: School): Promise<number> {
  const before = Date.parse(school.now()) - STRAY_DAYS * DAY;
  const stray = await runJob('findStray', {
    school: school.forThread,
    before,
    trashed: trashedSince(school.now()),
  });
  let removed = 0;
  for (const [i, sha256] of stray.entries()) {
    if (i % BATCH === BATCH - 1) await new Promise((resolve) => setImmediate(resolve));
    if (removeStray(school, sha256, before)) removed += 1;
  }
  return removed;
}

/** Whoever named the same bytes since has touched the file; no turn of the loop comes between the look and the end. */
function removeStray(school: School, sha256: Sha256, before: number): boolean {
  const file = school.vault.pathOf(sha256);
  const stats = fs.statSync(file, { throwIfNoEntry: false });
  if (!stats || stats.mtimeMs >= before) return false;
  fs.rmSync(file, { force: true });
  return true;
}
