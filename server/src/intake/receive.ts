import type { Stats } from 'node:fs';
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
  const { size: bytes } = await fsp.stat(file);
  await school.vault.adopt(file, sha256);
  markArrived(school, id, { sha256, bytes, ...type });
  await forgetArriving(school, id);
}

/** How long ending a file waits for whoever still writes to it, in milliseconds. */
const LOCK_MS = 10_000;

/** How much of a file has come, in bytes. */
async function arrivedBytes(school: School, id: UploadId): Promise<number> {
  return (await statArriving(school, id))?.size ?? 0;
}

/** What the disk says of a file on its way; undefined where nothing of it is there. */
function statArriving(school: School, id: UploadId): Promise<Stats | undefined> {
  return fsp.stat(path.join(school.arriving, id)).catch(() => undefined);
}

/** When the last byte of a file on its way came, in milliseconds since 1970; 0 where none did. */
export async function lastByteAt(school: School, id: UploadId): Promise<number> {
  return (await statArriving(school, id))?.mtimeMs ?? 0;
}

/** The length of a file that set out without one, where it was said before the server stopped. */
async function declaredLength(school: School, id: UploadId): Promise<number | undefined> {
  const kept = await fsp.readFile(path.join(school.arriving, `${id}.json`), 'utf8').catch(() => '{}');
  return (JSON.parse(kept) as { size?: number }).size;
}

/**
 * Ends a file that set out without its length where it was cut off, as a recording is when its page crashes: what has
 * come is what it is. Fails with `upload-gone`, `already-turned-in` and, with nothing there, `empty-file`.
 */
export async function endUpload(school: School, id: UploadId): Promise<void> {
  const lock = school.arrivingLocks.newLock(id);
  // A page that still records, or whose last request hangs, is cut off; what of it has come is kept.
  await lock
    .lock(AbortSignal.timeout(LOCK_MS), () => {})
    .catch(() => {
      throw new Failure('still-arriving', { name: findUpload(school.db, id)?.originalName ?? '' });
    });
  try {
    await endLocked(school, id);
  } finally {
    await lock.unlock();
  }
}

async function endLocked(school: School, id: UploadId): Promise<void> {
  const upload = findUpload(school.db, id);
  if (!upload || upload.droppedAt !== null) throw new Failure('upload-gone');
  if (upload.turnedInAt !== null) throw new Failure('already-turned-in');
  if (upload.arrivedAt !== null) return;
  const size = await arrivedBytes(school, id);
  if (upload.bytes > 0) throw new Failure('still-arriving', { name: upload.originalName });
  if (size === 0) throw new Failure('empty-file', { name: upload.originalName });
  await receiveFile(school, id, null);
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
    const size = await arrivedBytes(school, upload.id);
    if (size === 0 || size !== (upload.bytes || (await declaredLength(school, upload.id)))) continue;
    await receiveFile(school, upload.id, null);
    finished += 1;
  }
  return finished;
}
