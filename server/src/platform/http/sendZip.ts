import { createReadStream, type ReadStream } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import type { Response } from 'express';
import { ZipFile } from 'yazl';
import type { Instant } from '@vestibul/core';
import { setDownload } from './send';

/** What is in a ZIP: a file on the disk, or what is written into it; when it is from. */
export type ZipEntry = { path: string; at: Instant } & ({ file: string } | { text: string });

/**
 * Sends files as one ZIP under a name. It is written while it is sent: no more than one file is open at a time, and whoever goes
 * away ends it.
 */
export async function sendZip(response: Response, name: string, entries: readonly ZipEntry[]): Promise<void> {
  const ending = new AbortController();
  const zip = new ZipFile();
  let open: ReadStream | null = null;
  zip.on('error', (error) => ending.abort(error));
  for (const { path, at, ...entry } of entries) {
    const mtime = new Date(at);
    if ('text' in entry) zip.addBuffer(Buffer.from(entry.text), path, { mtime });
    // Packed a little: what is only stored, of a size that is told behind it, some programs cannot unpack (APPNOTE 6.3.10, 4.4.4).
    else
      zip.addReadStreamLazy(path, { mtime, compressionLevel: 1 }, (begin) => {
        open = createReadStream(entry.file);
        begin(null, open);
      });
  }
  zip.end();
  setDownload(response, name, 'application/zip');
  try {
    await pipeline(zip.outputStream, response, { signal: ending.signal });
  } finally {
    (open as ReadStream | null)?.destroy();
  }
}
