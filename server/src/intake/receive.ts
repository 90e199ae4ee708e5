import fsp from 'node:fs/promises';
import path from 'node:path';
import type { Sha256, UploadId } from '@vestibul/core';
import { runJob } from '../threads/runJob';
import { findUpload, listOnTheirWay, markArrived } from '../store/uploads';
import type { School } from '../school';
import { Failure } from '../failure';
import { sniffType } from './sniff';

/**
 * The end of every way in: a whole file becomes part of the vault and is written down as arrived.
 * Safe to repeat: a file that has arrived already is left as it is.
 */
export async function receiveFile(school: School, id: UploadId, hashed: Sha256 | null): Promise<void> {
  const upload = findUpload(school.db, id);
  if (!upload || upload.droppedAt !== null) throw new Failure('upload-gone');
  if (upload.arrivedAt !== null) return;
  const file = path.join(school.arriving, id);
  const type = await sniffType(file, upload.originalName);
  const sha256 = hashed ?? (await runJob('hashFile', file));
  await school.vault.adopt(file, sha256);
  markArrived(school, id, { sha256, ...type });
  await forgetArriving(school, id);
}

/** Removes what the resumable protocol kept of a file. */
export async function forgetArriving(school: School, id: UploadId): Promise<void> {
  await fsp.rm(path.join(school.arriving, id), { force: true });
  await fsp.rm(path.join(school.arriving, `${id}.json`), { force: true });
}

/**
 * Finishes after a restart what had come in whole before it: its sender sees every byte acknowledged and
 * sends nothing more. What is not whole waits for its sender.
 */
export async function recoverArrivals(school: School): Promise<number> {
  let finished = 0;
  for (const upload of listOnTheirWay(school.db)) {
    const size = await fsp.stat(path.join(school.arriving, upload.id)).then(
      (stats) => stats.size,
      () => -1,
    );
    if (size !== upload.bytes) continue;
    await receiveFile(school, upload.id, null);
    finished += 1;
  }
  return finished;
}
