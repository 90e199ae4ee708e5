import fs from 'node:fs';
import fsp from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import { pipeline } from 'node:stream/promises';
import type { Evidence } from '@vestibul/core';
import { sniffType } from '../intake/sniff';
import { unpackLimits, unpackZip } from './unpack';
import { listFiles } from '../platform/listFiles';
import { evidenceOfInside, readInside } from '../extraction/readInside';

/** Bytes of one file of an archive, and of all of them. */
const LARGEST = 2 * 1024 ** 3;
const MOST_BYTES = 20 * 1024 ** 3;

/** Files that are read while one is decided: unpacking goes on beside it. */
const AHEAD = 3;

export type Take = (piece: { path: string; evidence: Evidence[] }) => void;

/** Reads what each file of a folder or of a ZIP file says of itself, in the order of their paths. Fails where there is none. */
export async function readPile(place: string, take: Take): Promise<void> {
  if ((await fsp.stat(place)).isDirectory()) {
    const reading: Promise<{ path: string; evidence: Evidence[] }>[] = [];
    for (const name of await listFiles(place)) {
      const read = evidenceIn(path.join(place, name), name).then((evidence) => ({ path: name, evidence }));
      // Where one fails, that is heard when its turn comes.
      read.catch(() => {});
      reading.push(read);
      if (reading.length > AHEAD) take(await reading.shift()!);
    }
    for (const read of reading) take(await read);
    return;
  }
  const folder = await fsp.mkdtemp(path.join(os.tmpdir(), 'vestibul-pile-'));
  const one = path.join(folder, 'piece');
  try {
    await unpackZip(
      place,
      {
        isKnown: () => false,
        async take({ path: name }, bytes) {
          await pipeline(bytes, fs.createWriteStream(one));
          take({ path: name, evidence: await evidenceIn(one, name) });
        },
        refuse: () => {},
        progress: () => {},
        isCancelled: () => false,
      },
      unpackLimits(LARGEST, MOST_BYTES),
    );
  } finally {
    await fsp.rm(folder, { recursive: true, force: true });
  }
}

async function evidenceIn(file: string, name: string): Promise<Evidence[]> {
  const { mime, extension } = await sniffType(file, name);
  return evidenceOfInside(await readInside(file, mime, extension));
}
