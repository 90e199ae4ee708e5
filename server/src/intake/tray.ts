import { Readable } from 'node:stream';
import {
  LINK_EXTENSION,
  LINK_MIME,
  readAddress,
  titleOfAddress,
  writeUriList,
  type AssignmentId,
  type FileId,
  type Instant,
  type PersonId,
  type UploadId,
} from '@vestibul/core';
import { MOST_FILES, type AnswerOf, type BodyOf } from '@vestibul/contract';
import { Failure } from '../platform/failure';
import type { School } from '../platform/School';
import { newId } from '../platform/newId';
import { findAssignment } from '../assignments/assignments';
import { run, together } from '../platform/database/database';
import { findOwnFile } from './files';
import { restoreWithPiece } from './trash';
import { findSitting, requireGiven } from '../assignments/sitting';
import { findUpload, listTray, startUpload, type UploadRow } from './uploads';

/** How a text written here is kept and sealed. */
export const TEXT_MIME = 'text/markdown';
export const TEXT_EXTENSION = 'md';

/** Fails unless an assignment is given to a student now. */
export function requireSeat(school: School, student: PersonId, id: AssignmentId): void {
  const assignment = findAssignment(school.db, id);
  requireGiven(school.db, assignment, findSitting(school.db, assignment.courseId, student), school.now());
}

/**
 * Puts a link into a tray. Its address is sealed as a list of one (RFC 2483). Fails with `bad-address` for what is not an
 * address of the web.
 */
export async function addLink(
  school: School,
  student: PersonId,
  assignmentId: AssignmentId,
  body: BodyOf<'addLink'>,
): Promise<UploadId> {
  requireSeat(school, student, assignmentId);
  const url = readAddress(body.address);
  if (!url) throw new Failure('bad-address', { address: body.address.slice(0, 80) });
  const title = body.title || titleOfAddress(url);
  const kept = await school.vault.put(Readable.from([Buffer.from(writeUriList({ url, title }))]));
  const id = newId<UploadId>('u');
  startUpload(school, {
    id,
    byId: student,
    assignmentId,
    kind: 'link',
    originalName: title,
    ...kept,
    arrivedAt: school.now(),
    mime: LINK_MIME,
    extension: LINK_EXTENSION,
  });
  return id;
}

/** Begins a text in a tray. It is safe from the start, and empty. */
export function startText(
  school: School,
  student: PersonId,
  assignmentId: AssignmentId,
  title: string,
  text = '',
): UploadId {
  requireSeat(school, student, assignmentId);
  const id = newId<UploadId>('u');
  startUpload(school, {
    id,
    byId: student,
    assignmentId,
    kind: 'text',
    originalName: title || findAssignment(school.db, assignmentId).title,
    bytes: Buffer.byteLength(text),
    arrivedAt: school.now(),
    mime: TEXT_MIME,
    extension: TEXT_EXTENSION,
    text,
  });
  return id;
}

/** A text that can be written on: in a tray, not turned in. Fails with `upload-gone` or `already-turned-in`. */
function requireText(school: School, id: UploadId): UploadRow & { text: string; arrivedAt: Instant } {
  const upload = findUpload(school.db, id);
  if (!upload || upload.droppedAt !== null || upload.text === null || upload.arrivedAt === null) {
    throw new Failure('upload-gone');
  }
  if (upload.turnedInAt !== null) throw new Failure('already-turned-in');
  return { ...upload, text: upload.text, arrivedAt: upload.arrivedAt };
}

export function readText(school: School, id: UploadId): AnswerOf<'readText'> {
  const { originalName: title, text, version, writer, arrivedAt: keptAt } = requireText(school, id);
  return { title, text, version, writer, keptAt };
}

/**
 * Keeps a text as it is now. Fails with `written-elsewhere` where another page kept it since this one read it; then
 * nothing is written over.
 */
export function writeText(school: School, id: UploadId, body: BodyOf<'writeText'>): AnswerOf<'writeText'> {
  return together(school.db, () => {
    const known = requireText(school, id);
    const isOwn = known.writer === body.writer;
    if (known.version !== body.version && !isOwn) throw new Failure('written-elsewhere');
    // What its window has sent more of since came late, and is in those words.
    if (isOwn && body.nth <= known.writerNth) return { version: known.version, keptAt: known.arrivedAt };
    const keptAt = school.now();
    run(
      school.db,
      `UPDATE upload SET text = :text, original_name = :title, bytes = :bytes, version = version + 1, arrived_at = :keptAt,
         writer = :writer, writer_nth = :nth
       WHERE id = :id`,
      { id, ...body, bytes: Buffer.byteLength(body.text), keptAt },
    );
    return { version: known.version + 1, keptAt };
  });
}

/** Puts a student's texts among these into the vault as they are now, so that they can be turned in in one transaction. */
export async function sealTexts(school: School, student: PersonId, ids: readonly UploadId[]): Promise<void> {
  for (const id of new Set(ids)) {
    const upload = findUpload(school.db, id);
    if (upload?.byId !== student || upload.text === null || upload.turnedInAt !== null) continue;
    const { sha256 } = await school.vault.put(Readable.from([Buffer.from(upload.text)]));
    run(school.db, 'UPDATE upload SET sha256 = :sha256 WHERE id = :id AND turned_in_at IS NULL', {
      id,
      sha256,
    });
  }
}

/** Puts files of a student's drawer into a tray; what lies there already is left. Returns how many were put in. */
export function addFromDrawer(
  school: School,
  student: PersonId,
  assignmentId: AssignmentId,
  fileIds: readonly FileId[],
): number {
  requireSeat(school, student, assignmentId);
  return together(school.db, () => {
    const there = new Set(listTray(school.db, student, assignmentId).map((upload) => upload.fileId));
    const wanted = [...new Set(fileIds)].filter((id) => !there.has(id));
    for (const id of wanted) putIntoTray(school, student, assignmentId, id);
    return wanted.length;
  });
}

function putIntoTray(school: School, student: PersonId, assignmentId: AssignmentId, fileId: FileId): void {
  const { originalName, mime, extension, bytes, sha256 } = findOwnFile(school.db, student, fileId);
  startUpload(school, {
    id: newId<UploadId>('u'),
    byId: student,
    assignmentId,
    kind: 'drawer',
    originalName,
    bytes,
    arrivedAt: school.now(),
    sha256,
    mime,
    extension,
    fileId,
  });
}

/**
 * Puts the pieces of an attempt that is taken or sent back into the tray again, in their order: texts to be written on,
 * all else as it is. What the tray has no room for lies in the drawer. Returns how many lie in the tray of it.
 */
export function putBackIntoTray(
  school: School,
  student: PersonId,
  assignmentId: AssignmentId,
  pieces: readonly { fileId: FileId; uploadId: UploadId | null }[],
): number {
  for (const { fileId } of pieces) restoreWithPiece(school, student, fileId);
  const room = Math.max(0, MOST_FILES - listTray(school.db, student, assignmentId).length);
  for (const piece of pieces.slice(0, room)) {
    const upload = piece.uploadId ? findUpload(school.db, piece.uploadId) : undefined;
    if (upload && upload.text !== null) {
      startUpload(school, {
        ...upload,
        id: newId<UploadId>('u'),
        byId: student,
        assignmentId,
        sha256: null,
        arrivedAt: school.now(),
      });
    } else putIntoTray(school, student, assignmentId, piece.fileId);
  }
  return Math.min(room, pieces.length);
}

/** Puts what lies in a tray into an order. What is not named keeps its place behind the rest. */
export function orderTray(
  school: School,
  student: PersonId,
  assignmentId: AssignmentId,
  uploadIds: readonly UploadId[],
): void {
  together(school.db, () => {
    const there = new Set(listTray(school.db, student, assignmentId).map((upload) => upload.id));
    [...new Set(uploadIds)]
      .filter((id) => there.has(id))
      .forEach((id, place) =>
        run(school.db, 'UPDATE upload SET place = :place WHERE id = :id', { place, id }),
      );
  });
}
