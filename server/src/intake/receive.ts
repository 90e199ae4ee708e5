import type { Stats } from 'node:fs';
import fsp from 'node:fs/promises';
import path from 'node:path';
import type { Sha256, UploadId } from '@vestibul/core';
import { runJob } from '../platform/runJob';
import { setUploadAside } from './trouble';
import { findUpload, keepProtocol, listOnTheirWay, markArrived, protocolOf, type UploadRow } from './uploads';
import type { School } from '../platform/School';
import { Failure, isDiskFull } from '../platform/failure';
import { canFinish } from './finishRecording';
import { sniffType } from './sniff';

/** Files that are being taken in right now. */
const receiving = new WeakMap<School, Map<UploadId, Promise<void>>>();

/**
 * The end of every way in: a whole file becomes part of the vault and is written down as arrived.
 * Safe to repeat, also at the same time: a file that has arrived already is left as it is.
 */
export function receiveFile(school: School, id: UploadId, hashed: Sha256 | null): Promise<void> {
  const running = receiving.get(school) ?? new Map<UploadId, Promise<void>>();
  receiving.set(school, running);
  const known = running.get(id);
  if (known) return known;
  const received = receive(school, id, hashed).finally(() => running.delete(id));
  running.set(id, received);
  return received;
}

async function receive(school: School, id: UploadId, hashed: Sha256 | null): Promise<void> {
  const upload = findUpload(school.db, id);
  if (!upload || upload.droppedAt !== null) throw new Failure('upload-gone');
  if (upload.arrivedAt !== null) return;
  const file = path.join(school.arriving, id);
  const type = await sniffType(file, upload.originalName);
  const whole = upload.kind === 'recording' ? await finish(school, file, type.mime) : file;
  try {
    const sha256 = (whole === file ? hashed : null) ?? (await runJob('hashFile', whole));
    const { size: bytes } = await fsp.stat(whole);
    await school.vault.adopt(whole, sha256);
    await school.gate.pass();
    markArrived(school, id, { sha256, bytes, ...type });
    // Only now: who dies before the commit finds the bytes where they came in, and goes on from there.
    if (!(await school.vault.has(sha256))) await school.vault.adopt(whole, sha256);
  } finally {
    // Written anew where it is tried again: nothing of it stays behind.
    if (whole !== file) await fsp.rm(whole, { force: true });
  }
  await forgetArriving(school, id);
}

/** Where a recording is written anew before it is taken in; what a crash leaves there is cleared away at the next start. */
const finishedBeside = (file: string): string => `${file}.finished`;

/**
 * The file of a recording with its duration in it; the file as it came where that can't be written: a recording that is
 * damaged, or for whose copy there is no room, is taken in all the same.
 */
async function finish(school: School, file: string, mime: string): Promise<string> {
  if (!canFinish(mime)) return file;
  const to = finishedBeside(file);
  try {
    await school.room.promise(to, (await fsp.stat(file)).size);
    // Whatever lies there may be a name of bytes in the vault: it is let go of, never written over.
    await fsp.rm(to, { force: true });
    if (await runJob('finishRecording', { from: file, to, mime })) return to;
  } catch (error) {
    if (!(error instanceof Failure)) school.report(error);
  } finally {
    school.room.forget(to);
  }
  await fsp.rm(to, { force: true });
  return file;
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

/**
 * Does something with a file on its way while nobody writes to it: a page that still sends, or whose last request hangs, is
 * cut off, and what of it has come is kept. Fails with `still-arriving` where it cannot be cut off.
 */
export async function holdingArriving<Result>(
  school: School,
  id: UploadId,
  work: () => Promise<Result>,
): Promise<Result> {
  const lock = school.arrivingLocks.newLock(id);
  await lock
    .lock(AbortSignal.timeout(LOCK_MS), () => {})
    .catch(() => {
      throw new Failure('still-arriving', { name: findUpload(school.db, id)?.originalName ?? '' });
    });
  try {
    return await work();
  } finally {
    await lock.unlock();
  }
}

/**
 * Ends a file that set out without its length where it was cut off, as a recording is when its page crashes: what has
 * come is what it is. Fails with `upload-gone`, `already-turned-in` and, with nothing there, `empty-file`.
 */
export function endUpload(school: School, id: UploadId): Promise<void> {
  return holdingArriving(school, id, () => endLocked(school, id));
}

async function endLocked(school: School, id: UploadId): Promise<void> {
  const upload = findUpload(school.db, id);
  if (!upload || upload.droppedAt !== null) throw new Failure('upload-gone');
  if (upload.turnedInAt !== null) throw new Failure('already-turned-in');
  if (upload.arrivedAt !== null) return;
  const size = await arrivedBytes(school, id);
  const declared = protocolOf(upload)?.size;
  if (declared !== undefined && declared !== size)
    throw new Failure('still-arriving', { name: upload.originalName });
  if (size === 0) throw new Failure('empty-file', { name: upload.originalName });
  await receiveFile(school, id, null);
}

/** Removes what is kept of a file on its way, and the room that it was promised. */
export async function forgetArriving(school: School, id: UploadId): Promise<void> {
  school.room.forget(id);
  await fsp.rm(path.join(school.arriving, id), { force: true });
}

/** Whether all bytes of a file on its way have come. */
export async function isWhole(school: School, upload: UploadRow): Promise<boolean> {
  const declared = protocolOf(upload)?.size;
  return declared !== undefined && declared > 0 && declared === (await arrivedBytes(school, upload.id));
}

/**
 * Finishes what came in whole and was not taken in, since the server died in that moment or something failed: its sender
 * sees every byte acknowledged and sends nothing more. What is not whole waits for its sender. What can't be finished is set
 * aside and told; nothing else waits for it. Returns the uploads that have arrived by it.
 */
export async function finishArrivals(
  school: School,
  uploads: readonly UploadRow[] = listOnTheirWay(school.db),
): Promise<UploadId[]> {
  const finished: UploadId[] = [];
  for (const upload of uploads) {
    try {
      if (!(await isWhole(school, upload))) continue;
      const arrived = await holdingArriving(school, upload.id, async () => {
        if (findUpload(school.db, upload.id)?.arrivedAt !== null) return false;
        await receiveFile(school, upload.id, null);
        return true;
      });
      if (arrived) finished.push(upload.id);
    } catch (error) {
      school.report(error);
      // With room again it goes on by itself, and what somebody holds or drops is theirs.
      if (isDiskFull(error) || error instanceof Failure) continue;
      await setAside(school, upload, error);
    }
  }
  return finished;
}

/** Lays a file that can't be taken in beside the others, for the office to look at. */
async function setAside(school: School, upload: UploadRow, error: unknown): Promise<void> {
  const aside = path.join(school.folder, 'set-aside');
  await fsp.mkdir(aside, { recursive: true, mode: 0o700 });
  setUploadAside(school, upload.id, error instanceof Error ? error.message : String(error));
  school.room.forget(upload.id);
  await fsp
    .rename(path.join(school.arriving, upload.id), path.join(aside, upload.id))
    .catch((reason: unknown) => school.report(reason));
}

/**
 * After a restart: takes over what earlier versions kept beside the files, counts the room that files on their way were
 * promised, and finishes what had come in whole.
 */
export async function recoverArrivals(school: School): Promise<number> {
  await school.vault.clearUnfinished();
  const onTheirWay = listOnTheirWay(school.db);
  for (const upload of onTheirWay) {
    await takeOverNotes(school, upload);
    const left = upload.bytes - (await arrivedBytes(school, upload.id));
    // Where there is no room for all of them any more, each is told so when it goes on.
    if (left > 0) await school.room.promise(upload.id, left).catch(() => undefined);
  }
  await clearStray(school, new Set(onTheirWay.map(({ id }) => id)));
  return (await finishArrivals(school)).length;
}

/** Earlier versions kept what the protocol knows in a file of its own, which a crash could leave empty. */
async function takeOverNotes(school: School, upload: UploadRow): Promise<void> {
  if (protocolOf(upload) !== null) return;
  const notes = await fsp
    .readFile(path.join(school.arriving, `${upload.id}.json`), 'utf8')
    .then((text) => JSON.parse(text) as { size?: number; metadata?: Record<string, string | null> })
    .catch(() => ({}) as { size?: number; metadata?: Record<string, string | null> });
  const size = notes.size ?? (upload.bytes > 0 ? upload.bytes : undefined);
  const metadata = notes.metadata ?? { filename: upload.originalName };
  keepProtocol(school.db, upload.id, { size, metadata, creation_date: upload.startedAt });
}

/** Removes what lies among the files on their way and is none of them: left by a crash after their arrival was written down. */
async function clearStray(school: School, known: ReadonlySet<string>): Promise<void> {
  for (const name of await fsp.readdir(school.arriving))
    if (!known.has(name)) await fsp.rm(path.join(school.arriving, name), { force: true, recursive: true });
}
