import fsp from 'node:fs/promises';
import path from 'node:path';
import { randomUUID } from 'node:crypto';
import type { Sha256 } from '@vestibul/core';
import { JobEnded, runJob } from '../platform/runJob';
import type { School } from '../platform/School';
import type { InVault } from '../extraction/keptTexts';
import { makeThumbnail } from './makeThumbnail';

/** Where thumbnails are kept: by the bytes they are of, each made once. The folder can be thrown away at any time. */
const folderOf = (school: Pick<School, 'folder'>) => path.join(school.folder, 'cache', 'thumbnails');

const fileOf = (school: Pick<School, 'folder'>, sha256: Sha256) =>
  path.join(folderOf(school), sha256.slice(0, 2), sha256);

/** Files that wait for a thumbnail at once; of more nothing is begun until they are looked at again. */
const MOST_WAITING = 200;

/** Files whose thumbnail is wanted, in each school, in the order in which they were looked at. */
const wanted = new WeakMap<School, Map<Sha256, InVault>>();

/**
 * The thumbnail of a file, as it is kept: WebP or SVG. Null where there is none: it cannot be drawn, or is not drawn yet; then it
 * is drawn beside the requests, and is there when somebody asks again.
 */
export async function findThumbnail(school: School, file: InVault): Promise<Buffer | null> {
  const kept = await read(fileOf(school, file.sha256));
  if (kept) return kept.length === 0 ? null : kept;
  const waiting = wanted.get(school) ?? new Map<Sha256, InVault>();
  wanted.set(school, waiting);
  if (waiting.size < MOST_WAITING) waiting.set(file.sha256, file);
  school.sideWorks.begin('thumbnails', (shouldStop) =>
    drawWanted(school, waiting, shouldStop).catch(school.report),
  );
  return null;
}

/** What is in a file of the cache; null where it is not there. */
async function read(file: string): Promise<Buffer | null> {
  try {
    return await fsp.readFile(file);
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ENOENT') return null;
    throw error;
  }
}

async function drawWanted(
  school: School,
  waiting: Map<Sha256, InVault>,
  shouldStop: () => boolean,
): Promise<void> {
  for (let next = takeFirst(waiting); next && !shouldStop(); next = takeFirst(waiting)) {
    const { sha256, mime, extension } = next;
    const target = fileOf(school, sha256);
    // Who looked just before it was begun has it wanted once more.
    if ((await read(target)) !== null || !(await school.vault.has(sha256))) continue;
    // The last room is for what is turned in.
    if (await school.room.isFull()) return waiting.clear();
    // A file that ends its thread ends the next one too: it has none from the moment at which it is tried.
    await keep(target, '');
    await runJob('drawThumbnail', {
      file: school.vault.pathOf(sha256),
      kind: { mime, extension },
      target,
    }).catch((error: unknown) => {
      if (!(error instanceof JobEnded)) throw error;
    });
  }
}

function takeFirst(waiting: Map<Sha256, InVault>): InVault | undefined {
  const [first] = waiting.values();
  if (first) waiting.delete(first.sha256);
  return first;
}

/** Draws a thumbnail into its place; where none can be drawn an empty file stays there. For a thread. */
export async function drawThumbnail({
  file,
  kind,
  target,
}: {
  file: string;
  kind: Parameters<typeof makeThumbnail>[1];
  target: string;
}): Promise<void> {
  const made = await makeThumbnail(file, kind);
  if (made) await keep(target, made);
}

/** Written beside and given its name at the end: nobody reads half of one. */
async function keep(target: string, content: Buffer | string): Promise<void> {
  await fsp.mkdir(path.dirname(target), { recursive: true, mode: 0o700 });
  const beside = `${target}.${randomUUID()}`;
  try {
    await fsp.writeFile(beside, content, { flag: 'wx', mode: 0o600 });
    await fsp.rename(beside, target);
  } finally {
    await fsp.rm(beside, { force: true });
  }
}

/** Throws away thumbnails of bytes that are in the vault no more: of what was put away nothing stays to be seen. Returns how many. */
export async function clearThumbnails(school: School): Promise<number> {
  let cleared = 0;
  const folder = folderOf(school);
  for (const name of await list(folder))
    for (const sha256 of await list(path.join(folder, name))) {
      if (await school.vault.has(sha256 as Sha256)) continue;
      await fsp.rm(path.join(folder, name, sha256), { force: true });
      cleared += 1;
    }
  return cleared;
}

/** What is in a folder; nothing where there is none. */
const list = (folder: string): Promise<string[]> => fsp.readdir(folder).catch(() => []);
