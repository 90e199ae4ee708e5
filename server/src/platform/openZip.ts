import fs from 'node:fs/promises';
import yauzl, { type Options, type ZipFile } from 'yauzl';

/** Bytes of an archive that is held in memory while it is read: its parts are then not read one by one from the disk. */
const MOST_HELD = 1024 ** 2;

/** Opens an archive whose entries are asked for one by one. */
export async function openZip(file: string, options: Options = {}): Promise<ZipFile> {
  const asked = { ...options, lazyEntries: true };
  const isHeld = (await fs.stat(file)).size <= MOST_HELD;
  const bytes = isHeld ? await fs.readFile(file) : null;
  return new Promise((resolve, reject) => {
    const opened = (error: Error | null, zip: ZipFile) => (error ? reject(error) : resolve(zip));
    if (bytes) yauzl.fromBuffer(bytes, asked, opened);
    else yauzl.open(file, asked, opened);
  });
}
