import {
  formOf,
  type AssignmentId,
  type FileId,
  type Instant,
  type PersonId,
  type Sha256,
  type SubmissionId,
} from '@vestibul/core';
import type { AnswerOf } from '@vestibul/contract';
import { Failure } from '../platform/failure';
import type { School } from '../platform/School';
import { newId } from '../platform/newId';
import { all, one, run, type Database } from '../platform/database/database';
import { beginOwnership, endOwnership, joinOwner, type OwnedBy, type Owner } from './ownership';
import { ROWS_OF_PAGE, cutPage, readBefore } from '../platform/database/paging';

export interface FileFacts {
  originalName: string;
  mime: string;
  extension: string;
  bytes: number;
  sha256: Sha256;
}

/** Makes a file and somebody's who has it. Its bytes must be in the vault already. */
export function makeFile(
  db: Database,
  file: FileFacts & { owner: Owner; at: Instant; by: PersonId | 'system' | null; why: OwnedBy },
): FileId {
  const id = newId<FileId>('d');
  run(
    db,
    `INSERT INTO file (id, original_name, mime, extension, bytes, sha256, changed_at)
     VALUES (?, ?, ?, ?, ?, ?, ?)`,
    [id, file.originalName, file.mime, file.extension, file.bytes, file.sha256, file.at],
  );
  beginOwnership(db, id, file.owner, file);
  return id;
}

/** A file that somebody may turn in: their own, or one outside. */
export type OwnFile = FileFacts & { id: FileId; owner: 'person' | 'outside' };

/**
 * A file that a student may turn in: their own, or a link that they turned in before. Fails with `not-found`, whoever
 * else's it is.
 */
export function findOwnFile(db: Database, student: PersonId, id: FileId): OwnFile & { changedAt: Instant } {
  const file = one<OwnFile & { changedAt: Instant }>(
    db,
    `SELECT f.id, w.kind AS owner, f.original_name AS originalName, f.mime, f.extension, f.bytes, f.sha256,
       f.changed_at AS changedAt
     FROM file f ${joinOwner('f.id')} WHERE f.id = :id AND f.dropped_at IS NULL AND (w.owner_id = :student
       OR (w.kind = 'outside' AND EXISTS (SELECT 1 FROM piece q JOIN submission s ON s.id = q.submission_id
         WHERE q.file_id = f.id AND s.student_id = :student)))`,
    { id, student },
  );
  if (!file) throw new Failure('not-found', { what: 'file' });
  return file;
}

/** Whether a file is somebody's own: not one outside, which nobody can change here. */
export const isOwnFile = (db: Database, student: PersonId, id: FileId): boolean =>
  one(
    db,
    `SELECT 1 FROM file f ${joinOwner('f.id')} WHERE f.id = ? AND f.dropped_at IS NULL AND w.owner_id = ?`,
    [id, student],
  ) !== undefined;

/** Ends a file: it is nobody's and nowhere from then on. Inside the caller's transaction. */
export function endFile(db: Database, id: FileId, at: Instant): void {
  run(db, 'UPDATE file SET dropped_at = COALESCE(dropped_at, :at) WHERE id = :id', { id, at });
  endOwnership(db, id, at);
}

/**
 * Takes the files of an undone attempt from the student with whom they were placed: out of the drawer and the trays. A file
 * that is in another attempt too stays. Inside the caller's transaction.
 */
export function takeFilesOut(db: Database, submission: SubmissionId, attempt: number, at: Instant): void {
  for (const { id } of all<{ id: FileId }>(
    db,
    `SELECT q.file_id AS id FROM piece q WHERE q.submission_id = :submission AND q.attempt = :attempt
       AND NOT EXISTS (SELECT 1 FROM piece o JOIN attempt t ON t.submission_id = o.submission_id AND t.n = o.attempt
         WHERE o.file_id = q.file_id AND t.undone_at IS NULL)`,
    { submission, attempt },
  )) {
    endFile(db, id, at);
    run(
      db,
      'UPDATE upload SET dropped_at = :at WHERE file_id = :id AND turned_in_at IS NULL AND dropped_at IS NULL',
      { id, at },
    );
  }
}

/** SQL: a piece of the file `f` in an attempt that stands. */
const turnedIn = `SELECT 1 FROM piece q JOIN attempt t ON t.submission_id = q.submission_id AND t.n = q.attempt
  WHERE q.file_id = f.id AND t.taken_back_at IS NULL AND t.sent_back_at IS NULL`;

/** One page of a student's files that are turned in nowhere, the newest first, from before `before`. */
export function listMyLoose(db: Database, student: PersonId, before: string): AnswerOf<'listMyLoose'> {
  const rows = all<{
    id: FileId;
    name: string;
    mime: string;
    extension: string;
    bytes: number;
    changedAt: Instant;
    assignment: string | null;
    submissionId: SubmissionId | null;
  }>(
    db,
    `SELECT f.id, f.original_name AS name, f.mime, f.extension, f.bytes, f.changed_at AS changedAt,
       (SELECT a.title FROM piece q JOIN submission s ON s.id = q.submission_id JOIN assignment a ON a.id = s.assignment_id
        WHERE q.file_id = f.id LIMIT 1) AS assignment,
       (SELECT q.submission_id FROM piece q WHERE q.file_id = f.id LIMIT 1) AS submissionId
     FROM ownership w JOIN file f ON f.id = w.file_id
     WHERE w.owner_id = :student AND w.until_at IS NULL AND f.dropped_at IS NULL AND (f.changed_at, f.id) < (:beforeAt, :beforeId)
       AND NOT EXISTS (${turnedIn}) AND NOT EXISTS (SELECT 1 FROM copy k WHERE k.file_id = f.id)
     ORDER BY f.changed_at DESC, f.id DESC LIMIT :limit`,
    { student, ...readBefore(before), limit: ROWS_OF_PAGE },
  );
  const { page, next } = cutPage(rows, (row) => ({ at: row.changedAt, id: row.id }));
  return {
    files: page.map(({ mime, extension, assignment, submissionId, ...file }) => ({
      ...file,
      form: formOf(mime, extension),
      was: assignment !== null && submissionId !== null ? { assignment, submissionId } : null,
      trays: traysOf(db, file.id),
    })),
    next,
  };
}

/** The assignments in whose trays a file lies. */
export function traysOf(db: Database, id: FileId): { id: AssignmentId; title: string }[] {
  return all(
    db,
    `SELECT a.id, a.title FROM upload u JOIN assignment a ON a.id = u.assignment_id
     WHERE u.file_id = ? AND u.turned_in_at IS NULL AND u.dropped_at IS NULL ORDER BY u.started_at`,
    [id],
  );
}

/**
 * Notes that a file's owner has changed it: what it was is kept beside it, and what lies in their trays is the new one. Whatever
 * shows it hears of it. The same bytes change nothing. Inside the caller's transaction.
 */
export function changeFile(school: School, id: FileId, by: PersonId, now: FileFacts): void {
  const { db } = school;
  const was = one<FileFacts>(
    db,
    'SELECT original_name AS originalName, mime, extension, bytes, sha256 FROM file WHERE id = ?',
    [id],
  );
  if (!was || was.sha256 === now.sha256) return;
  const { originalName, mime, extension, bytes, sha256 } = now;
  const at = school.now();
  // Of two within the same thousandth of a second the first was, and the other hardly.
  run(
    db,
    `INSERT OR IGNORE INTO file_past (file_id, until_at, original_name, mime, extension, bytes, sha256)
     VALUES (:id, :at, :originalName, :mime, :extension, :bytes, :sha256)`,
    { ...was, id, at },
  );
  run(
    db,
    `UPDATE file SET original_name = :originalName, mime = :mime, extension = :extension, bytes = :bytes, sha256 = :sha256,
       changed_at = :at
     WHERE id = :id`,
    { id, at, originalName, mime, extension, bytes, sha256 },
  );
  run(
    db,
    `UPDATE upload SET original_name = :originalName, mime = :mime, extension = :extension, bytes = :bytes, sha256 = :sha256
     WHERE file_id = :id AND kind = 'drawer' AND turned_in_at IS NULL AND dropped_at IS NULL`,
    { id, originalName, mime, extension, bytes, sha256 },
  );
  school.signals.fileChanged.tell({ file: id, by, at });
}
