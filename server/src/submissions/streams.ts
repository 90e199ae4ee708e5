import { makeReceipt } from '../ledger/receipts';
import { findThumbnail } from '../thumbnails/thumbnails';
import { findPiece, findPieceNow, findSubmission } from './submissions';
import { findCourse } from '../courses/courses';
import { streamRecord } from './record';
import { pipeline } from 'node:stream/promises';
import { findOwnFile } from '../intake/files';
import { caller, type Call, type StreamHandlers } from '../platform/http/call';
import { sendKept, sendThumbnail, setDownload, CSV } from '../platform/http/send';
import { sendWork } from './workFile';
import { sendReceiptFile } from '../ledger/sendReceiptFile';

async function sendPiece({ school, params, query, response }: Call<'readPiece'>): Promise<void> {
  const piece = findPiece(school.db, params.pieceId);
  await sendKept(school, piece, query.download !== undefined, response);
}

async function sendPieceNow({ school, params, response }: Call<'readPieceNow'>): Promise<void> {
  const { originalName: name, ...file } = findPieceNow(school.db, params.pieceId);
  await sendKept(school, { ...file, name }, false, response);
}

async function sendSmall({ school, params, response }: Call<'readThumbnail'>): Promise<void> {
  const piece = findPiece(school.db, params.pieceId);
  sendThumbnail(response, await findThumbnail(school, piece), piece.sha256);
}

async function sendMySmall(call: Call<'readMyThumbnail'>): Promise<void> {
  const file = findOwnFile(call.school.db, caller(call).id, call.params.fileId);
  sendThumbnail(call.response, await findThumbnail(call.school, file), file.sha256);
}

function sendReceipt({ school, params, response }: Call<'readReceipt'>): void {
  const { submissionId, attempt } = params;
  const { assignmentTitle } = findSubmission(school.db, submissionId);
  const receipt = makeReceipt(school, submissionId, attempt);
  sendReceiptFile(response, `Receipt ${assignmentTitle}, attempt ${attempt}`, receipt);
}

async function sendRecord({ school, params, query, response }: Call<'readRecord'>): Promise<void> {
  const course = findCourse(school.db, params.courseId);
  setDownload(response, `${course.title} record ${school.now().slice(0, 10)}.csv`, CSV);
  await pipeline(streamRecord(school, params.courseId, query), response);
}

export const submissionStreams = {
  readPiece: sendPiece,
  readPieceNow: sendPieceNow,
  readThumbnail: sendSmall,
  readMyThumbnail: sendMySmall,
  readReceipt: sendReceipt,
  readRecord: sendRecord,
  readWork: sendWork,
} satisfies Partial<StreamHandlers>;
