import contentDisposition from 'content-disposition';
import type { Response } from 'express';
import { findPiece } from '../store/submissions';
import { findCourse } from '../store/courses';
import { streamRecord } from '../store/record';
import { pipeline } from 'node:stream/promises';
import { Failure } from '../failure';
import type { Call, StreamHandlers } from './call';

/**
 * Types that a browser shows without running anything in them. All else is sent as a download: HTML, SVG and XML
 * from a student must never run in this origin.
 */
const SHOWN_IN_PLACE =
  /^(image\/(jpeg|png|gif|webp|avif|heic)|audio\/|video\/|application\/(pdf|ogg)$|text\/(plain|csv|tab-separated-values|markdown)$)/;

/** Bytes of a student are shown by the page's own means only; opened by themselves they may do nothing. */
const SANDBOX = "default-src 'none'; style-src 'unsafe-inline'; media-src 'self'; img-src 'self'; sandbox";

async function sendPiece({ school, params, query, response }: Call<'readPiece'>): Promise<void> {
  const piece = findPiece(school.db, params.pieceId);
  if (!(await school.vault.has(piece.sha256))) throw new Failure('bytes-missing', { name: piece.name });
  const shown = SHOWN_IN_PLACE.test(piece.mime) && query.download === undefined;
  // What is text to a browser is shown as text, whatever it says of itself.
  const mime = piece.mime.startsWith('text/') ? 'text/plain; charset=utf-8' : piece.mime;
  response.set({
    'Content-Type': shown
      ? mime
      : piece.mime.startsWith('text/html')
        ? 'application/octet-stream'
        : piece.mime,
    'Content-Disposition': contentDisposition(piece.name, { type: shown ? 'inline' : 'attachment' }),
    'Content-Security-Policy': SANDBOX,
    'Cache-Control': 'private, max-age=31536000, immutable',
    ETag: `"${piece.sha256}"`,
  });
  await new Promise<void>((resolve, reject) => {
    response.sendFile(
      school.vault.pathOf(piece.sha256),
      { dotfiles: 'allow', acceptRanges: true, cacheControl: false, lastModified: false },
      (error) => (error && !response.headersSent ? reject(error) : resolve()),
    );
  });
}

async function sendRecord({ school, params, response }: Call<'readRecord'>): Promise<void> {
  const course = findCourse(school.db, params.courseId);
  setDownload(response, `${course.title} record ${school.now().slice(0, 10)}.csv`);
  await pipeline(streamRecord(school, params.courseId), response);
}

function setDownload(response: Response, name: string): void {
  response.set({
    'Content-Type': 'text/csv; charset=utf-8; header=present',
    'Content-Disposition': contentDisposition(name),
    'Cache-Control': 'no-store',
  });
}

export const bytesHandlers = {
  readPiece: sendPiece,
  readRecord: sendRecord,
} satisfies Partial<StreamHandlers>;
