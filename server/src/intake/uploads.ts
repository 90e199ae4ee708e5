import { newId } from '../platform/newId';
import {
  type DeliveryId,
  type AssignmentId,
  type CourseId,
  type FileId,
  type Instant,
  type PersonId,
  type PieceId,
  type PileId,
  type Sha256,
  type SubmissionId,
  type UploadId,
  type VisitId,
} from '@vestibul/core';
import { MOST_FILES, type AnswerOf } from '@vestibul/contract';
import { Failure } from '../platform/failure';
import type { School } from '../platform/School';
import { all, one, run, together, type Database } from '../platform/database/database';
import { changeFile, isOwnFile, makeFile } from './files';
import { requireShare, requireSize } from './uploadMeasures';

export type UploadKind = AnswerOf<'readTray'>['uploads'][number]['kind'];

/** What is made, linked to or found here has no name of its own that could be wrong. */
export const isNamedHere = (kind: UploadKind): boolean => kind !== 'file';

export interface UploadRow {
  id: UploadId;
  /** Null of what a guest brings by a side door. */
  byId: PersonId | null;
  visitId: VisitId | null;
  /** What it is for: the tray of an assignment, a blank of a course, or, with neither, a drawer. */
  assignmentId: AssignmentId | null;
  courseId: CourseId | null;
  /** What it says something of, where it is a spoken comment. */
  submissionId: SubmissionId | null;
  /** With which pile it came for the sorting table. */
  pileId: PileId | null;
  kind: UploadKind;
  originalName: string;
  bytes: number;
  startedAt: Instant;
  arrivedAt: Instant | null;
  sha256: Sha256 | null;
  mime: string | null;
  extension: string | null;
  turnedInAt: Instant | null;
  droppedAt: Instant | null;
  /** Of something from the drawer, of what has arrived in one, and of what is to be a newer version of a file. */
  fileId: FileId | null;
  /** Of a text: what is written so far, and how many times it was kept. */
  text: string | null;
  version: number;
  /** The window that wrote its last words, and how many times it had sent. */
  writer: string;
  writerNth: number;
  /** Of a file on its way: what the resumable protocol knows of it, as JSON (`protocolOf`). */
  protocol: string | null;
  /** When it is removed if no more of it comes; null while it is not long since something came. */
  expiresAt: Instant | null;
}

/** What the resumable protocol knows of a file on its way; one that sets out without its length has no size yet. */
export interface Protocol {
  size?: number | undefined;
  metadata?: Record<string, string | null> | undefined;
  creation_date?: string | undefined;
}

/** What the protocol knows of an upload; null of what is none of its files. */
export function protocolOf(upload: Pick<UploadRow, 'protocol'>): Protocol | null {
  return upload.protocol === null ? null : (JSON.parse(upload.protocol) as Protocol);
}

/** An upload whose bytes are in the vault. */
export type ArrivedUpload = UploadRow & {
  arrivedAt: Instant;
  sha256: Sha256;
  mime: string;
  extension: string;
};

const columns = `id, by_id AS byId, visit_id AS visitId, assignment_id AS assignmentId, course_id AS courseId, submission_id AS submissionId, pile_id AS pileId, kind, original_name AS originalName, bytes,
  started_at AS startedAt, arrived_at AS arrivedAt, sha256, mime, extension, turned_in_at AS turnedInAt, dropped_at AS droppedAt, file_id AS fileId, text, version, writer, writer_nth AS writerNth, protocol, expires_at AS expiresAt`;

export function hasArrived(upload: UploadRow): upload is ArrivedUpload {
  return upload.arrivedAt !== null && upload.sha256 !== null;
}

export function findUpload(db: Database, id: UploadId): UploadRow | undefined {
  return one<UploadRow>(db, `SELECT ${columns} FROM upload WHERE id = ?`, [id]);
}

/** What lies in a student's tray for an assignment: on its way or arrived, not turned in yet, in the order chosen. */
export function listTray(db: Database, student: PersonId, assignment: AssignmentId): UploadRow[] {
  return all<UploadRow>(
    db,
    `SELECT ${columns} FROM upload
     WHERE by_id = ? AND assignment_id = ? AND turned_in_at IS NULL AND dropped_at IS NULL
     ORDER BY place, started_at, rowid`,
    [student, assignment],
  );
}

/** What a guest has brought and not handed in yet, in the order chosen. */
export function listBrought(db: Database, visit: VisitId): UploadRow[] {
  return all<UploadRow>(
    db,
    `SELECT ${columns} FROM upload WHERE visit_id = ? AND turned_in_at IS NULL AND dropped_at IS NULL
     ORDER BY place, started_at, rowid`,
    [visit],
  );
}

/** What lies behind everything that was put in order before it. */
const LAST_PLACE = 1_000_000;

type NewUpload = Pick<UploadRow, 'id' | 'byId' | 'originalName'> &
  Partial<Omit<UploadRow, 'id' | 'byId' | 'originalName' | 'startedAt'>>;

/** Writes down that something is brought in. Fails with `too-many-files` when the tray it is for is full. */
export function startUpload(school: School, upload: NewUpload): void {
  together(school.db, () => {
    requireShare(school, { visitId: null, pileId: null, ...upload }, upload.bytes ?? 0, true);
    const there = upload.visitId
      ? listBrought(school.db, upload.visitId)
      : upload.byId && upload.assignmentId
        ? listTray(school.db, upload.byId, upload.assignmentId)
        : [];
    if (there.length >= MOST_FILES) {
      throw new Failure('too-many-files', { most: MOST_FILES });
    }
    run(
      school.db,
      `INSERT INTO upload (id, by_id, visit_id, assignment_id, course_id, submission_id, pile_id, kind, original_name, bytes, started_at, arrived_at, sha256,
         mime, extension, file_id, text, place, protocol)
       VALUES (:id, :byId, :visitId, :assignmentId, :courseId, :submissionId, :pileId, :kind, :originalName, :bytes, :at, :arrivedAt, :sha256,
         :mime, :extension, :fileId, :text, :place, :protocol)`,
      {
        visitId: null,
        assignmentId: null,
        courseId: null,
        submissionId: null,
        pileId: null,
        kind: 'file',
        bytes: 0,
        arrivedAt: null,
        sha256: null,
        mime: null,
        extension: null,
        fileId: null,
        text: null,
        protocol: null,
        ...upload,
        at: school.now(),
        place: LAST_PLACE,
      },
    );
  });
}

/** Keeps what the protocol knows of a file on its way; its length, once it is known, is what it counts for. */
export function keepProtocol(db: Database, id: UploadId, protocol: Protocol): void {
  run(
    db,
    `UPDATE upload SET protocol = :text, bytes = COALESCE(:size, bytes)
     WHERE id = :id AND arrived_at IS NULL AND protocol IS NOT :text`,
    { id, text: JSON.stringify(protocol), size: protocol.size ?? null },
  );
}

/**
 * Counts a file that set out without its length for that many bytes, as if they had been told at the start. Fails with
 * `upload-gone`, `too-many-bytes`, `file-too-large`, `not-spoken`.
 */
export function countUpload(school: School, id: UploadId, bytes: number): void {
  together(school.db, () => {
    const upload = findUpload(school.db, id);
    if (!upload || upload.droppedAt !== null) throw new Failure('upload-gone');
    requireSize(school, upload, bytes);
    requireShare(school, upload, bytes - upload.bytes, false);
    run(school.db, 'UPDATE upload SET bytes = ? WHERE id = ?', [bytes, id]);
  });
}

/** Writes down that all bytes of a file are in the vault. What came for a drawer is a file of its sender from then on. */
export function markArrived(
  school: School,
  id: UploadId,
  facts: { sha256: Sha256; bytes: number; mime: string; extension: string },
): void {
  const at = school.now();
  together(school.db, () => {
    const upload = findUpload(school.db, id);
    if (!upload || upload.arrivedAt !== null || upload.droppedAt !== null) return;
    const { byId: by, assignmentId, courseId, submissionId, fileId: changes, originalName } = upload;
    const isOnes = by !== null && assignmentId === null && courseId === null && submissionId === null;
    // Whose it was when it set out may not be theirs any more: then it is a file of its own, and nothing is lost.
    const isChanged = isOnes && changes !== null && isOwnFile(school.db, by, changes);
    if (isChanged) changeFile(school, changes, by, { ...facts, originalName });
    const fileId = isChanged
      ? changes
      : isOnes
        ? makeFile(school.db, {
            ...upload,
            ...facts,
            owner: { kind: 'person', id: by },
            at,
            by,
            why: 'brought',
          })
        : null;
    run(
      school.db,
      `UPDATE upload SET arrived_at = :at, bytes = :bytes, sha256 = :sha256, mime = :mime, extension = :extension, file_id = :fileId,
         protocol = NULL
       WHERE id = :id`,
      { id, at, ...facts, fileId },
    );
  });
}

/** Takes a file out of the tray. What was turned in stays: then it fails with `already-turned-in`. */
export function dropUpload(school: School, id: UploadId): void {
  const dropped = run(
    school.db,
    'UPDATE upload SET dropped_at = :at WHERE id = :id AND turned_in_at IS NULL',
    { id, at: school.now() },
  );
  if (dropped === 0) throw new Failure('already-turned-in');
}

/** Uploads that have not arrived, for finishing after a restart what had come in whole before it. */
export function listOnTheirWay(db: Database): UploadRow[] {
  return all<UploadRow>(
    db,
    `SELECT ${columns} FROM upload WHERE arrived_at IS NULL AND dropped_at IS NULL ORDER BY started_at`,
  );
}

/** What of a pile has begun to come and was not taken in. */
export function listHalfSent(db: Database, pile: PileId): UploadRow[] {
  return all<UploadRow>(
    db,
    `SELECT ${columns} FROM upload WHERE pile_id = ? AND arrived_at IS NULL AND dropped_at IS NULL
     ORDER BY started_at, id`,
    [pile],
  );
}

/** What has arrived for a pile and was not taken out of it yet. */
export function listToTakeOut(db: Database, pile: PileId): ArrivedUpload[] {
  return all<UploadRow>(
    db,
    `SELECT ${columns} FROM upload WHERE pile_id = ? AND arrived_at IS NOT NULL AND turned_in_at IS NULL
       AND dropped_at IS NULL ORDER BY started_at, rowid`,
    [pile],
  ).filter(hasArrived);
}

/** Adds something whose bytes are in the vault already to a student's tray. Inside the caller's transaction. */
export function addArrived(
  db: Database,
  file: {
    by: PersonId;
    kind: 'file' | 'text';
    /** The words of a text. */
    text: string | null;
    assignment: AssignmentId;
    name: string;
    bytes: number;
    at: Instant;
    sha256: Sha256;
    mime: string;
    extension: string;
  },
): ArrivedUpload {
  const id = newId<UploadId>('u');
  run(
    db,
    `INSERT INTO upload (id, by_id, assignment_id, course_id, kind, original_name, bytes, started_at, arrived_at, sha256,
       mime, extension, text, place)
     VALUES (:id, :by, :assignment, NULL, :kind, :name, :bytes, :at, :at, :sha256, :mime, :extension, :text, 0)`,
    { id, ...file },
  );
  return findUpload(db, id) as ArrivedUpload;
}

/**
 * Makes the pieces of an attempt, as they were sealed, something that somebody else brought for an assignment at the same
 * moments. Inside the caller's transaction. Of what lay in a drawer it is a file like any other.
 */
export function copyTurnedIn(
  db: Database,
  submission: SubmissionId,
  attempt: number,
  to: { by: PersonId; assignment: AssignmentId },
): ArrivedUpload[] {
  return all<{ pieceId: PieceId }>(
    db,
    'SELECT id AS pieceId FROM piece WHERE submission_id = ? AND attempt = ? ORDER BY n',
    [submission, attempt],
  ).map(({ pieceId }) => {
    const id = newId<UploadId>('u');
    run(
      db,
      `INSERT INTO upload (id, by_id, assignment_id, kind, original_name, bytes, started_at, arrived_at, sha256, mime,
         extension, text, place)
       SELECT :id, :by, :assignment, CASE WHEN u.kind IN ('link', 'text', 'recording') THEN u.kind ELSE 'file' END,
         q.original_name, q.bytes, COALESCE(u.started_at, t.at), COALESCE(u.arrived_at, t.at), q.sha256, q.mime, q.extension,
         u.text, 0
       FROM piece q JOIN attempt t ON t.submission_id = q.submission_id AND t.n = q.attempt
       LEFT JOIN upload u ON u.id = q.upload_id WHERE q.id = :pieceId`,
      { id, ...to, pieceId },
    );
    return findUpload(db, id) as ArrivedUpload;
  });
}

/** Notes that an upload has become what it was brought for, and is on its way no longer. Inside the caller's transaction. */
export function endUse(db: Database, id: UploadId, at: Instant): void {
  run(db, 'UPDATE upload SET turned_in_at = ? WHERE id = ?', [at, id]);
}

/** The same of what a guest has turned in, with its place in what they turned in at once. */
export function endUseAtDoor(
  db: Database,
  id: UploadId,
  { at, delivery, place }: { at: Instant; delivery: DeliveryId; place: number },
): void {
  run(db, 'UPDATE upload SET turned_in_at = :at, delivery_id = :delivery, place = :place WHERE id = :id', {
    id,
    at,
    delivery,
    place,
  });
}

/** Notes that all of an upload of a pile was taken out of it. */
export function endUnpacked(school: School, id: UploadId): void {
  endUse(school.db, id, school.now());
}
