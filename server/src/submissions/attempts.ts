import type { FileId, Instant, PersonId, SubmissionId, UploadId } from '@vestibul/core';
import type { BodyOf } from '@vestibul/contract';
import { Failure } from '../platform/failure';
import type { School } from '../platform/School';
import { all, run, together, type Database } from '../platform/database/database';
import { nowOnLedger, writeEvent } from '../platform/ledger/ledger';
import { aboutOf, findSubmission, isInClass, type SubmissionRow } from './submissions';
import { listAttempts, settle } from './settle';
import { takeFilesOut } from '../intake/files';
import { putBackIntoTray } from '../intake/tray';

/** The newest attempt that stands, which its student may take back unless it is reviewed or handed back. */
function newestStanding(db: Database, id: SubmissionId) {
  return listAttempts(db, id).findLast((known) => !known.isGone);
}

/**
 * Whether a student may take their newest attempt back: it stands, and is neither reviewed nor handed back. What the staff wrote
 * down of something shown in class is not theirs to take.
 */
export function mayTakeBack(db: Database, id: SubmissionId): boolean {
  const newest = newestStanding(db, id);
  return (
    newest !== undefined &&
    newest.reviewedAt === null &&
    newest.handedBackAt === null &&
    !isInClass(db, id, newest.n)
  );
}

/** What can be said of an attempt after it was made, by its columns. */
type Said = Partial<
  Record<'reviewed_at' | 'handed_back_at' | 'taken_back_at' | 'sent_back_at', Instant | null> & {
    held: 0;
    taken_back_key: string;
  }
>;

/** Writes to an attempt what is said of it, and has its submission show what counts then. Inside the caller's transaction. */
export function sayOfAttempt(db: Database, id: SubmissionId, n: number, said: Said): void {
  const columns = Object.keys(said).map((column) => `${column} = :${column}`);
  run(db, `UPDATE attempt SET ${columns.join(', ')} WHERE submission_id = :id AND n = :n`, {
    ...said,
    id,
    n,
  });
  settle(db, id);
}

/** Notes that an attempt was placed with the wrong student. Doing it again changes nothing. Inside the caller's transaction. */
function markUndone(db: Database, id: SubmissionId, n: number, at: Instant): void {
  run(
    db,
    `UPDATE attempt SET taken_back_at = COALESCE(taken_back_at, :at), undone_at = COALESCE(undone_at, :at)
     WHERE submission_id = :id AND n = :n`,
    { at, id, n },
  );
  settle(db, id);
}

/**
 * Undoes an attempt that was placed with a student, with its line: it counts no more, and its files are theirs no more, in
 * no drawer and no tray. Inside the caller's transaction. Fails with `has-review`.
 */
export function undoAttempt(school: School, by: PersonId, row: SubmissionRow, n: number): void {
  const { db } = school;
  const attempt = listAttempts(db, row.id).find((known) => known.n === n);
  if (attempt?.reviewedAt || attempt?.handedBackAt) throw new Failure('has-review');
  const at = school.now();
  markUndone(db, row.id, n, at);
  takeFilesOut(db, row.id, n, at);
  writeEvent(school, by, 'placing undone', aboutOf(row), { attempt: n }, at);
}

/**
 * Takes an attempt, the newest that stands, back into its student's tray. The record keeps it. The same press (`key`) is
 * answered alike however often it comes. Fails with `already-reviewed`, `nothing-in`, `not-allowed` of what was shown in class,
 * and with `newer-attempt` or `taken-back` where the attempt that is meant is not the newest any more.
 */
export function takeBack(
  school: School,
  student: PersonId,
  id: SubmissionId,
  { attempt, key }: BodyOf<'takeBack'>,
): { attempt: number; inTray: number } {
  return together(school.db, () => {
    const { db } = school;
    const row = findSubmission(db, id);
    const meant = listAttempts(db, id).find((known) => known.n === attempt);
    if (meant?.takenBackKey === key) return { attempt, inTray: piecesOf(db, id, attempt).length };
    const newest = newestStanding(db, id);
    if (!newest || !meant) throw new Failure('nothing-in');
    if (meant.isGone) throw new Failure('taken-back');
    if (isInClass(db, id, attempt)) throw new Failure('not-allowed');
    if (newest.n !== attempt) throw new Failure('newer-attempt', { attempt: newest.n });
    if (newest.reviewedAt !== null || newest.handedBackAt !== null) throw new Failure('already-reviewed');
    const at = nowOnLedger(school);
    sayOfAttempt(db, id, attempt, { taken_back_at: at, taken_back_key: key });
    writeEvent(school, student, 'taken back', aboutOf(row), { attempt }, at);
    return { attempt, inTray: returnToTray(school, row, attempt) };
  });
}

/** Puts the pieces of an attempt into the student's tray again; how many came. */
export function returnToTray(school: School, row: SubmissionRow, attempt: number): number {
  const pieces = piecesOf(school.db, row.id, attempt);
  return putBackIntoTray(school, row.studentId, row.assignmentId, pieces);
}

function piecesOf(db: Database, id: SubmissionId, attempt: number) {
  return all<{ fileId: FileId; uploadId: UploadId | null }>(
    db,
    'SELECT file_id AS fileId, upload_id AS uploadId FROM piece WHERE submission_id = ? AND attempt = ? ORDER BY n',
    [id, attempt],
  );
}
