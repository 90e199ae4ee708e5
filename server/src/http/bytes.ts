import { createHash } from 'node:crypto';
import contentDisposition from 'content-disposition';
import type { Response } from 'express';
import type { PeopleFormat, ReceiptFile, Sha256 } from '@vestibul/core';
import { tooLargeToShow } from '../intake/pixels';
import { readSchool, type School } from '../school';
import { findBlank } from '../store/blanks';
import { findCopy } from '../store/copies';
import { findOwnFile } from '../store/files';
import { peopleFile } from '../store/roster';
import { readFeed } from '../store/calendar';
import { runJob } from '../threads/runJob';
import { writeFeed } from './feed';
import { makeReceipt } from '../store/receipts';
import { findPiece, findSubmission } from '../store/submissions';
import { findCourse } from '../store/courses';
import { streamRecord } from '../store/record';
import { pipeline } from 'node:stream/promises';
import { Failure } from '../failure';
import { caller, type Call, type StreamHandlers } from './call';

/**
 * Types that a browser shows without running anything in them. All else is sent as a download: HTML, SVG and XML
 * from a student must never run in this origin.
 */
const SHOWN_IN_PLACE =
  /^(image\/(jpeg|png|gif|webp|avif|heic)|audio\/|video\/|application\/(pdf|ogg)$|text\/(plain|csv|tab-separated-values|markdown)$)/;

/** Bytes of a student are shown by the page's own means only; opened by themselves they may do nothing. */
const SANDBOX = "default-src 'none'; style-src 'unsafe-inline'; media-src 'self'; img-src 'self'; sandbox";

interface KeptFile {
  name: string;
  mime: string;
  sha256: Sha256;
}

async function sendPiece({ school, role, params, query, response }: Call<'readPiece'>): Promise<void> {
  const piece = findPiece(school.db, params.pieceId);
  // Its own student sees a piece unless the assignment shows nothing afterwards; the receipt they always have.
  if (role === 'student' && piece.afterwards === 'nothing') throw new Failure('not-shown');
  // What was taken back is on the record by its line; to open it is its student's alone again.
  if (piece.isUndone || (role !== 'student' && piece.isGone)) throw new Failure('taken-back');
  await sendKept(school, piece, query.download !== undefined, response);
}

/** A proof of a line of the ledger, as a small file to keep. */
export function sendReceiptFile(response: Response, title: string, receipt: ReceiptFile): void {
  setDownload(response, `${title}.json`, 'application/json; charset=utf-8');
  response.end(`${JSON.stringify(receipt, null, 2)}\n`);
}

function sendReceipt({ school, params, response }: Call<'readReceipt'>): void {
  const { submissionId, attempt } = params;
  const { assignmentTitle } = findSubmission(school.db, submissionId);
  const receipt = makeReceipt(school, submissionId, attempt);
  sendReceiptFile(response, `Receipt ${assignmentTitle}, try ${attempt}`, receipt);
}

async function sendCopy({ school, params, response }: Call<'readCopy'>): Promise<void> {
  await sendKept(school, findCopy(school.db, params.copyId), true, response);
}

async function sendBlank({ school, params, response }: Call<'readBlank'>): Promise<void> {
  const { originalName: name, ...file } = findBlank(school.db, params.blankId);
  await sendKept(school, { ...file, name }, true, response);
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
    // Asked again each time: on a shared computer what somebody may not open any more does not open from the browser's store.
    'Cache-Control': 'private, no-cache',
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

async function sendRecord({ school, params, response }: Call<'readRecord'>): Promise<void> {
  const course = findCourse(school.db, params.courseId);
  setDownload(response, `${course.title} record ${school.now().slice(0, 10)}.csv`, CSV);
  await pipeline(streamRecord(school, params.courseId), response);
}

const CSV = 'text/csv; charset=utf-8; header=present';

/** How each format of a list of people is sent (RFC 7111, IANA media types, RFC 6350). */
const peopleFiles = {
  csv: { type: CSV, extension: 'csv' },
  tsv: { type: 'text/tab-separated-values; charset=utf-8', extension: 'tsv' },
  vcard: { type: 'text/vcard; charset=utf-8', extension: 'vcf' },
} as const satisfies Record<PeopleFormat, { type: string; extension: string }>;

function sendPeople({ school, params, query, response }: Call<'readPeopleFile'>): void {
  const course = findCourse(school.db, params.courseId);
  const { type, extension } = peopleFiles[query.format];
  setDownload(response, `${course.title} people ${school.now().slice(0, 10)}.${extension}`, type);
  // Office programs take a list for UTF-8 only when it starts with a byte-order mark; a vCard must not have one.
  response.end(`${query.format === 'vcard' ? '' : '\ufeff'}${peopleFile(school, params.courseId, query)}`);
}

async function sendFeed({ school, params, request, response }: Call<'readFeed'>): Promise<void> {
  const name = `${readSchool(school.db)?.name ?? ''}: due`;
  // Whose it is is asked at once; a long one is written in a thread.
  const entries = readFeed(school, params.token);
  const input = { name, entries };
  const text = entries.length > LONG_FEED ? await runJob('writeFeed', input) : writeFeed(input);
  const etag = `"${createHash('sha256').update(text).digest('base64url')}"`;
  response.set({
    'Content-Type': 'text/calendar; charset=utf-8',
    'Cache-Control': 'private, max-age=600',
    ETag: etag,
  });
  // RFC 9110, section 13.1.2: not sent again to a calendar program that has it already, whatever else it asks for.
  const known = (request.get('if-none-match') ?? '').split(',').map((tag) => tag.trim().replace(/^W\//, ''));
  if (known.includes(etag)) response.status(304).end();
  else response.end(text);
}

/** Entries that are written in no time. */
const LONG_FEED = 500;

function setDownload(response: Response, name: string, type: string): void {
  response.set({
    'Content-Type': type,
    'Content-Disposition': contentDisposition(name),
    'Cache-Control': 'no-store',
  });
}

async function sendMyFile(call: Call<'readMyFile'>): Promise<void> {
  const { originalName: name, ...file } = findOwnFile(call.school.db, caller(call).id, call.params.fileId);
  await sendKept(call.school, { ...file, name }, true, call.response);
}

/** A browser that follows the address in a letter is asked first: what only looks must not stop anything. */
function openStop({ params, response }: Call<'openStop'>): void {
  response.redirect(303, `/no-more/${params.letters}/${params.token}`);
}

export const bytesHandlers = {
  openStop,
  readBlank: sendBlank,
  readCopy: sendCopy,
  readFeed: sendFeed,
  readMyFile: sendMyFile,
  readPeopleFile: sendPeople,
  readPiece: sendPiece,
  readReceipt: sendReceipt,
  readRecord: sendRecord,
} satisfies Partial<StreamHandlers>;
