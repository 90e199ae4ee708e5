import {
  sha256Hex,
  type CourseId,
  type FileId,
  type PersonId,
  type SubmissionId,
  type UploadId,
} from '@vestibul/core';
import { Failure } from '../failure';
import type { School } from '../school';
import { all, run, together } from './database';
import { writeEvent } from './ledger';
import { aboutOf, addCommentTo, changeEach, findSubmission, type SubmissionRow } from './submissions';
import { listAttempts, settle } from './settle';
import { putBackIntoTray } from './tray';

/**
 * Whether a student may take their newest attempt back: it stands, and nothing of the submission is reviewed or handed
 * back.
 */
export function mayTakeBack(row: Pick<SubmissionRow, 'attempt' | 'reviewedAt' | 'handedBackAt'>): boolean {
  return row.attempt > 0 && row.reviewedAt === null && row.handedBackAt === null;
}

/**
 * Takes the newest attempt that stands back into its student's tray. The record keeps it. Fails with `already-reviewed`
 * or `nothing-in`.
 */
export function takeBack(
  school: School,
  student: PersonId,
  id: SubmissionId,
): { attempt: number; inTray: number } {
  return together(school.db, () => {
    const row = findSubmission(school.db, id);
    if (row.reviewedAt !== null || row.handedBackAt !== null) throw new Failure('already-reviewed');
    const attempt = listAttempts(school.db, id).findLast((known) => !known.isGone);
    if (!attempt) throw new Failure('nothing-in');
    const at = school.now();
    run(school.db, 'UPDATE attempt SET taken_back_at = :at WHERE submission_id = :id AND n = :n', {
      at,
      id,
      n: attempt.n,
    });
    writeEvent(school, student, 'taken back', aboutOf(row), { attempt: attempt.n }, at);
    settle(school.db, id);
    return { attempt: attempt.n, inTray: returnToTray(school, row, attempt.n) };
  });
}

/**
 * Sends held work back to its students with a word. Its pieces lie in the tray again, and the word is to be seen at once.
 * What is not held is left; returns what was sent back.
 */
export function sendBack(
  school: School,
  by: PersonId,
  course: CourseId,
  ids: readonly SubmissionId[],
  word: string,
): SubmissionId[] {
  return changeEach(school, course, ids, (row) => {
    if (row.held === 0) return false;
    const at = school.now();
    run(school.db, 'UPDATE attempt SET sent_back_at = :at WHERE submission_id = :id AND n = :n', {
      at,
      id: row.id,
      n: row.attempt,
    });
    addCommentTo(school.db, row.id, by, word, at);
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
    return true;
  });
}

function returnToTray(school: School, row: SubmissionRow, attempt: number): number {
  const pieces = all<{ fileId: FileId; uploadId: UploadId | null }>(
    school.db,
    'SELECT file_id AS fileId, upload_id AS uploadId FROM piece WHERE submission_id = ? AND attempt = ? ORDER BY n',
    [row.id, attempt],
  );
  return putBackIntoTray(school, row.studentId, row.assignmentId, pieces);
}
