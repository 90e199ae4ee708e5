import {
  sha256Hex,
  type CourseId,
  type FileId,
  type PersonId,
  type SubmissionId,
  type UploadId,
} from '@vestibul/core';
import type { BodyOf } from '@vestibul/contract';
import { Failure } from '../failure';
import { queueReturnLetter } from '../mail/returnLetter';
import type { School } from '../school';
import { all, run, together, type Database } from './database';
import { nowOnLedger, writeEvent } from './ledger';
import {
  aboutOf,
  addCommentTo,
  changeEach,
  findSubmission,
  type Acted,
  type SubmissionRow,
  type Work,
} from './submissions';
import { listAttempts, settle } from './settle';
import { putBackIntoTray } from './tray';

/** The newest attempt that stands, which its student may take back unless it is reviewed or handed back. */
function newestStanding(db: Database, id: SubmissionId) {
  return listAttempts(db, id).findLast((known) => !known.isGone);
}

/** Whether a student may take their newest attempt back: it stands, and is neither reviewed nor handed back. */
export function mayTakeBack(db: Database, id: SubmissionId): boolean {
  const newest = newestStanding(db, id);
  return newest !== undefined && newest.reviewedAt === null && newest.handedBackAt === null;
}

/**
 * Takes an attempt, the newest that stands, back into its student's tray. The record keeps it. The same press (`key`) is
 * answered alike however often it comes. Fails with `already-reviewed`, `nothing-in`, and with `newer-attempt` or
 * `taken-back` where the attempt that is meant is not the newest any more.
 */
export function takeBack(
  school: School,
  student: PersonId,
  id: SubmissionId,
  { attempt, key }: BodyOf<'takeBack'>,
): { taken: { attempt: number; inTray: number }; isNew: boolean } {
  return together(school.db, () => {
    const { db } = school;
    const row = findSubmission(db, id);
    const meant = listAttempts(db, id).find((known) => known.n === attempt);
    if (meant?.takenBackKey === key)
      return { taken: { attempt, inTray: piecesOf(db, id, attempt).length }, isNew: false };
    const newest = newestStanding(db, id);
    if (!newest || !meant) throw new Failure('nothing-in');
    if (meant.isGone) throw new Failure('taken-back');
    if (newest.n !== attempt) throw new Failure('newer-attempt', { attempt: newest.n });
    if (newest.reviewedAt !== null || newest.handedBackAt !== null) throw new Failure('already-reviewed');
    const at = nowOnLedger(school);
    run(
      db,
      'UPDATE attempt SET taken_back_at = :at, taken_back_key = :key WHERE submission_id = :id AND n = :n',
      { at, key, id, n: attempt },
    );
    writeEvent(school, student, 'taken back', aboutOf(row), { attempt }, at);
    settle(db, id);
    return { taken: { attempt, inTray: returnToTray(school, row, attempt) }, isNew: true };
  });
}

/**
 * Sends held work back to its students with a word. Its pieces lie in the tray again, and the word is to be seen at once.
 * What is not held is left.
 */
export function sendBack(
  school: School,
  by: PersonId,
  course: CourseId,
  works: readonly Work[],
  word: string,
): Acted {
  return changeEach(school, course, works, (row) => {
    if (row.held === 0) return false;
    const at = nowOnLedger(school);
    run(school.db, 'UPDATE attempt SET sent_back_at = :at WHERE submission_id = :id AND n = :n', {
      at,
      id: row.id,
      n: row.attempt,
    });
    addCommentTo(school.db, { id: row.id, by, text: word, at, isShown: true });
    writeEvent(
      school,
      by,
      'sent back',
      aboutOf(row),
      { attempt: row.attempt, textSha256: sha256Hex(word) },
      at,
    );
    const { attempt } = row;
    settle(school.db, row.id);
    returnToTray(school, row, attempt);
    queueReturnLetter(school, by, row.id, { isAgain: true });
    return true;
  });
}

function returnToTray(school: School, row: SubmissionRow, attempt: number): number {
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
