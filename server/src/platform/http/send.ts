import contentDisposition from 'content-disposition';
import type { Response } from 'express';
import type { Sha256 } from '@vestibul/core';
import { tooLargeToShow } from '../pixels';
import type { School } from '../School';
import { Failure } from '../failure';

/**
 * Types that a browser shows without running anything in them. All else is sent as a download: HTML, SVG and XML
 * from a student must never run in this origin.
 */
const SHOWN_IN_PLACE =
  /^(image\/(jpeg|png|gif|webp|avif|heic|heif)|audio\/|video\/|application\/(pdf|ogg)$|text\/(plain|csv|tab-separated-values|markdown)$)/;

/** Bytes of a student are shown by the page's own means only; opened by themselves they may do nothing. */
const SANDBOX = "default-src 'none'; style-src 'unsafe-inline'; media-src 'self'; img-src 'self'; sandbox";

/** Asked again each time: on a shared computer what somebody may not open any more does not open from the browser's store. */
const KEPT_BY_BROWSER = 'private, no-cache';

interface KeptFile {
  name: string;
  mime: string;
  sha256: Sha256;
}

/** Sends bytes of the vault under a name, to be shown in place where that is safe or to be kept. */
export async function sendKept(
  school: School,
  file: KeptFile,
  asDownload: boolean,
  response: Response,
): Promise<void> {
  if (!(await school.vault.has(file.sha256))) throw new Failure('bytes-missing', { name: file.name });
  const shown = SHOWN_IN_PLACE.test(file.mime) && !asDownload;
  if (shown && file.mime.startsWith('image/')) {
    const large = await tooLargeToShow(school.vault.pathOf(file.sha256));
    if (large) throw new Failure('picture-too-large', large);
  }
  // What is text to a browser is shown as text, whatever it says of itself.
  const mime = file.mime.startsWith('text/') ? 'text/plain; charset=utf-8' : file.mime;
  response.set({
    'Content-Type': shown ? mime : file.mime.startsWith('text/html') ? 'application/octet-stream' : file.mime,
    'Content-Disposition': contentDisposition(file.name, { type: shown ? 'inline' : 'attachment' }),
    'Content-Security-Policy': SANDBOX,
    'Cache-Control': KEPT_BY_BROWSER,
    ETag: `"${file.sha256}"`,
  });
  await new Promise<void>((resolve, reject) => {
    response.sendFile(
      school.vault.pathOf(file.sha256),
      { dotfiles: 'allow', acceptRanges: true, cacheControl: false, lastModified: false },
      (error) => {
        if (!error || response.headersSent) return resolve();
        // A range that lies beyond the end (RFC 9110, section 15.5.17); how long it is has been said already.
        if ((error as { status?: number }).status !== 416) return reject(error);
        response.status(416).end();
        resolve();
      },
    );
  });
}

/** Sends what a file looks like, small; nothing where there is no such picture, or none yet. */
export function sendThumbnail(response: Response, thumbnail: Buffer | null, sha256: Sha256): void {
  if (!thumbnail) return void response.set('Cache-Control', 'no-store').status(204).end();
  response
    .set({
      'Content-Type': thumbnail[0] === '<'.charCodeAt(0) ? 'image/svg+xml' : 'image/webp',
      'Content-Security-Policy': SANDBOX,
      'Cache-Control': KEPT_BY_BROWSER,
      ETag: `"small-${sha256}"`,
    })
    .send(thumbnail);
}

/** Has the answer kept as a file of a name. */
export function setDownload(response: Response, name: string, type: string): void {
  response.set({
    'Content-Type': type,
    'Content-Disposition': contentDisposition(name),
    'Cache-Control': 'no-store',
  });
}

/** How a table is sent (RFC 7111). */
export const CSV = 'text/csv; charset=utf-8; header=present';
