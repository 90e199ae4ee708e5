import {
  formOf,
  toInstant,
  type AssignmentId,
  type FileId,
  type Instant,
  type PersonId,
} from '@vestibul/core';
import { TRASH_DAYS, type AnswerOf } from '@vestibul/contract';
import { all, one, run, together, type Database } from '../platform/database/database';
import { ROWS_OF_PAGE, cutPage, readBefore } from '../platform/database/paging';
import { Failure } from '../platform/failure';
import type { School } from '../platform/School';
import { changeFile, findOwnFile, traysOf, type FileFacts } from './files';
import { joinOwner } from './ownership';

const DAY = 86_400_000;
const later = (at: Instant, days: number): Instant => toInstant(Date.parse(at) + days * DAY);

/** What was deleted before it can be restored no more. */
export const trashedSince = (now: Instant): Instant => later(now, -TRASH_DAYS);

/**
 * Puts a student's file into the trash, out of the trays that it lies in; these are returned. What of it is turned in stays sealed
 * where it is. Fails with `not-found` for what is not theirs, and for a copy that was handed out.
 */
export function dropFile(school: School, student: PersonId, id: FileId): AssignmentId[] {
  const { db } = school;
  return together(db, () => {
    const file = findOwnFile(db, student, id);
    // A copy that was handed out is there to begin with again, and the record says that they have it.
    if (file.owner === 'outside' || one(db, 'SELECT 1 FROM copy WHERE file_id = ?', [id]))
      throw new Failure('not-found', { what: 'file' });
    const trays = traysOf(db, id);
    const at = school.now();
    run(db, 'UPDATE file SET dropped_at = :at WHERE id = :id', { at, id });
    run(
      db,
      `UPDATE upload SET dropped_at = :at
       WHERE file_id = :id AND turned_in_at IS NULL AND dropped_at IS NULL AND assignment_id IS NOT NULL`,
      { at, id },
    );
    school.signals.fileTrashed.tell({ file: id, by: student, at, isRestored: false });
    return trays.map((tray) => tray.id);
  });
}

/** Takes a file out of its owner's trash again. Fails with `not-found` for what is not there, or was there for too long. */
export function restoreFile(school: School, student: PersonId, id: FileId): void {
  const { db } = school;
  together(db, () => {
    const file = one(
      db,
      `SELECT 1 FROM file f ${joinOwner('f.id')} WHERE f.id = :id AND w.owner_id = :student AND f.dropped_at >= :since`,
      { id, student, since: trashedSince(school.now()) },
    );
    if (!file) throw new Failure('not-found', { what: 'file' });
    takeOut(school, student, id);
  });
}

/**
 * Takes the file of a piece that comes back to its owner out of the trash, where it is there. What was there for too long is what was
 * sealed again. Inside the caller's transaction.
 */
export function restoreWithPiece(school: School, student: PersonId, id: FileId): void {
  const { db } = school;
  const file = one<{ droppedAt: Instant | null }>(
    db,
    'SELECT dropped_at AS droppedAt FROM file WHERE id = ?',
    [id],
  );
  if (!file || file.droppedAt === null) return;
  takeOut(school, student, id);
  if (file.droppedAt >= trashedSince(school.now())) return;
  const sealed = one<FileFacts>(
    db,
    `SELECT q.original_name AS originalName, q.mime, q.extension, q.bytes, q.sha256
     FROM piece q JOIN attempt t ON t.submission_id = q.submission_id AND t.n = q.attempt
     WHERE q.file_id = ? ORDER BY t.at DESC, q.id LIMIT 1`,
    [id],
  );
  if (sealed) changeFile(school, id, student, sealed);
}

function takeOut(school: School, by: PersonId, id: FileId): void {
  const { db } = school;
  const at = school.now();
  run(
    db,
    `INSERT OR IGNORE INTO trash_past (file_id, from_at, until_at)
     SELECT id, dropped_at, :at FROM file WHERE id = :id AND dropped_at IS NOT NULL`,
    { at, id },
  );
  run(db, 'UPDATE file SET dropped_at = NULL WHERE id = ?', [id]);
  school.signals.fileTrashed.tell({ file: id, by, at, isRestored: true });
}

/** One page of what a student has deleted and can restore, the last first, from before `before`. */
export function listMyTrash(school: School, student: PersonId, before: string): AnswerOf<'listMyTrash'> {
  const { db } = school;
  const rows = all<{
    id: FileId;
    name: string;
    mime: string;
    extension: string;
    bytes: number;
    deletedAt: Instant;
  }>(
    db,
    `SELECT f.id, f.original_name AS name, f.mime, f.extension, f.bytes, f.dropped_at AS deletedAt
     FROM ownership w JOIN file f ON f.id = w.file_id
     WHERE w.owner_id = :student AND w.until_at IS NULL AND f.dropped_at >= :since
       AND (f.dropped_at, f.id) < (:beforeAt, :beforeId)
     ORDER BY f.dropped_at DESC, f.id DESC LIMIT :limit`,
    { student, since: trashedSince(school.now()), ...readBefore(before), limit: ROWS_OF_PAGE },
  );
  const { page, next } = cutPage(rows, (row) => ({ at: row.deletedAt, id: row.id }));
  return {
    files: page.map(({ mime, extension, ...file }) => ({
      ...file,
      form: formOf(mime, extension),
      goesAt: later(file.deletedAt, TRASH_DAYS),
      sealed: titlesOf(db, file.id),
    })),
    next,
  };
}

/** The assignments for which a file is turned in. */
const titlesOf = (db: Database, id: FileId): string[] =>
  all<{ title: string }>(
    db,
    `SELECT DISTINCT a.title FROM piece q JOIN attempt t ON t.submission_id = q.submission_id AND t.n = q.attempt
     JOIN submission s ON s.id = q.submission_id JOIN assignment a ON a.id = s.assignment_id
     WHERE q.file_id = ? AND t.taken_back_at IS NULL AND t.sent_back_at IS NULL ORDER BY a.title`,
    [id],
  ).map(({ title }) => title);
