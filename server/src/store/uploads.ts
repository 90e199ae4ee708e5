import type { AssignmentId, CourseId, Instant, PersonId, Sha256, UploadId } from '@vestibul/core';
import { MOST_FILES } from '@vestibul/contract';
import { Failure } from '../failure';
import type { School } from '../school';
import { all, one, run, together, type Database } from './database';

export interface UploadRow {
  id: UploadId;
  byId: PersonId;
  /** What it is for: the tray of an assignment, or a blank of a course. */
  assignmentId: AssignmentId | null;
  courseId: CourseId | null;
  originalName: string;
  bytes: number;
  startedAt: Instant;
  arrivedAt: Instant | null;
  sha256: Sha256 | null;
  mime: string | null;
  extension: string | null;
  turnedInAt: Instant | null;
  droppedAt: Instant | null;
}

/** An upload whose bytes are in the vault. */
export type ArrivedUpload = UploadRow & {
  arrivedAt: Instant;
  sha256: Sha256;
  mime: string;
  extension: string;
};

const columns = `id, by_id AS byId, assignment_id AS assignmentId, course_id AS courseId, original_name AS originalName, bytes,
  started_at AS startedAt, arrived_at AS arrivedAt, sha256, mime, extension, turned_in_at AS turnedInAt, dropped_at AS droppedAt`;

export function hasArrived(upload: UploadRow): upload is ArrivedUpload {
  return upload.arrivedAt !== null;
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
     ORDER BY started_at, id`,
    [student, assignment],
  );
}

/** Writes down that a file is on its way. Fails with `too-many-files` when the tray is full. */
export function startUpload(
  school: School,
  upload: Pick<UploadRow, 'id' | 'byId' | 'originalName' | 'bytes'> &
    ({ assignmentId: AssignmentId } | { courseId: CourseId }),
): void {
  together(school.db, () => {
    if (
      'assignmentId' in upload &&
      listTray(school.db, upload.byId, upload.assignmentId).length >= MOST_FILES
    ) {
      throw new Failure('too-many-files', { most: MOST_FILES });
    }
    run(
      school.db,
      `INSERT INTO upload (id, by_id, assignment_id, course_id, original_name, bytes, started_at)
       VALUES (:id, :byId, :assignmentId, :courseId, :originalName, :bytes, :at)`,
      { assignmentId: null, courseId: null, ...upload, at: school.now() },
    );
  });
}

/** Writes down that all bytes of a file are in the vault. */
export function markArrived(
  school: School,
  id: UploadId,
  facts: { sha256: Sha256; mime: string; extension: string },
): void {
  run(
    school.db,
    `UPDATE upload SET arrived_at = :at, sha256 = :sha256, mime = :mime, extension = :extension
     WHERE id = :id AND arrived_at IS NULL`,
    { id, at: school.now(), ...facts },
  );
}

/** Takes a file out of the tray. What was turned in stays: then it fails with `already-turned-in`. */
export function dropUpload(school: School, id: UploadId): void {
  const dropped = run(
    school.db,
    'UPDATE upload SET dropped_at = :at WHERE id = :id AND turned_in_at IS NULL',
    {
      id,
      at: school.now(),
    },
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
