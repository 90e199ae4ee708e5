import { Transform, type Readable } from 'node:stream';
import { crc32 } from 'node:zlib';
import type { Entry, ZipFile } from 'yauzl';
import { isLitter, oneLine, pointsOutside, type Refusal } from '@vestibul/core';
import { isDiskFull } from '../platform/failure';
import { entryName } from '../platform/entryName';
import { openZip } from '../platform/openZip';

/** How far an archive may unpack. */
export interface UnpackLimits {
  /** Bytes of one file. */
  largestFile: number;
  /** Bytes of all of it. */
  mostBytes: number;
  mostEntries: number;
}

export const unpackLimits = (largestFile: number, mostBytes: number): UnpackLimits => ({
  largestFile,
  mostBytes,
  mostEntries: 20_000,
});

/** Nothing that students make shrinks to less than a thousandth; above this size such a file is taken for a bomb. */
const MOST_SHRUNK = 1000;
const SMALL_ENOUGH = 64 * 1024 ** 2;

export interface UnpackedEntry {
  /** Its place in the archive. */
  entry: number;
  path: string;
  bytes: number;
  /** As the archive says, or null where it says nothing sensible. */
  modifiedAt: Date | null;
}

export interface UnpackSink {
  /** Whether an entry was dealt with before. */
  isKnown(entry: number): boolean;
  /** Takes the bytes of an entry in; rejects with `CorruptEntry` when they end badly. */
  take(entry: UnpackedEntry, bytes: Readable): Promise<void>;
  refuse(entry: UnpackedEntry, why: Refusal): void;
  progress(done: number, total: number): void;
  isCancelled(): boolean;
}

/** Bytes of an entry that are not what the archive says they are. */
export class CorruptEntry extends Error {}

/** Kinds of entries that are told by the upper half of the external attributes (the file mode of Unix). */
const MODE_OF_LINK = 0o120000;
const MODE_KIND = 0o170000;

/**
 * Goes through a ZIP file, entry after entry, and hands what can be taken to `sink`. Whatever cannot is refused by name,
 * and the rest goes on. Nothing is written under the names that it holds. Fails with `CorruptEntry` when it is no ZIP
 * file at all.
 */
export async function unpackZip(file: string, sink: UnpackSink, limits: UnpackLimits): Promise<void> {
  const zip = await open(file);
  try {
    let place = 0;
    let bytes = 0;
    for (;;) {
      const entry = await nextEntry(zip);
      if (!entry || sink.isCancelled()) return;
      const here = place;
      place += 1;
      // A directory ends in a slash (APPNOTE.TXT 4.3.8).
      const raw = entry.fileName as unknown as Buffer;
      const path = oneLine(entryName(entry, raw));
      const { uncompressedSize: size } = entry;
      bytes += size;
      if (!path.endsWith('/') && !sink.isKnown(here)) {
        const known: UnpackedEntry = { entry: here, path, bytes: size, modifiedAt: modifiedOf(entry) };
        const why = whyNot(entry, path, here, bytes, limits);
        if (why !== null) sink.refuse(known, why);
        else await takeOne(zip, entry, known, sink);
      }
      sink.progress(place, zip.entryCount);
    }
  } finally {
    zip.close();
  }
}

function whyNot(
  entry: Entry,
  path: string,
  place: number,
  bytes: number,
  limits: UnpackLimits,
): Refusal | null {
  const { uncompressedSize: size, compressedSize } = entry;
  if (isLitter(path)) return 'litter';
  if (pointsOutside(path)) return 'outside';
  const mode = (entry.externalFileAttributes >>> 16) & MODE_KIND;
  if (mode === MODE_OF_LINK) return 'link';
  if (mode !== 0 && mode !== 0o100000) return 'link';
  if ((entry.generalPurposeBitFlag & 1) !== 0) return 'encrypted';
  if (size === 0) return 'empty';
  if (place >= limits.mostEntries || bytes > limits.mostBytes) return 'bomb';
  if (size > SMALL_ENOUGH && size > compressedSize * MOST_SHRUNK) return 'bomb';
  if (size > limits.largestFile) return 'too-large';
  return null;
}

async function takeOne(zip: ZipFile, entry: Entry, known: UnpackedEntry, sink: UnpackSink): Promise<void> {
  try {
    const stream = await new Promise<Readable>((resolve, reject) =>
      zip.openReadStream(entry, (error, opened) => (error ? reject(error) : resolve(opened))),
    );
    const checked = stream.pipe(checkSum(entry.crc32));
    stream.on('error', (error) => checked.destroy(error));
    await sink.take(known, checked);
  } catch (error) {
    if (isDisk(error)) throw error;
    sink.refuse(known, 'corrupt');
  }
}

/** Passes bytes on and fails at their end when their sum is not the one that the archive gives. */
function checkSum(expected: number): Transform {
  let sum = 0;
  return new Transform({
    transform(chunk: Buffer, _encoding, done) {
      sum = crc32(chunk, sum);
      done(null, chunk);
    },
    flush(done) {
      done(sum >>> 0 === expected >>> 0 ? null : new CorruptEntry());
    },
  });
}

/** Trouble with our own disk is no fault of the archive. */
function isDisk(error: unknown): boolean {
  const { code } = error as NodeJS.ErrnoException;
  return isDiskFull(error) || code === 'EIO' || code === 'EROFS' || code === 'EMFILE';
}

async function open(file: string): Promise<ZipFile> {
  try {
    return await openZip(file, { decodeStrings: false, validateEntrySizes: true, autoClose: false });
  } catch (error) {
    throw isDisk(error) ? error : new CorruptEntry((error as Error).message);
  }
}

/** The next entry, or null at the end, also where the list of entries breaks off. */
function nextEntry(zip: ZipFile): Promise<Entry | null> {
  return new Promise((resolve) => {
    const end = (entry: Entry | null) => {
      zip.off('entry', onEntry);
      zip.off('end', onEnd);
      zip.off('error', onEnd);
      resolve(entry);
    };
    const onEntry = (entry: Entry) => end(entry);
    const onEnd = () => end(null);
    zip.on('entry', onEntry);
    zip.on('end', onEnd);
    zip.on('error', onEnd);
    zip.readEntry();
  });
}

function modifiedOf(entry: Entry): Date | null {
  const date = entry.getLastModDate();
  return Number.isNaN(date.getTime()) || date.getFullYear() < 1990 ? null : date;
}
