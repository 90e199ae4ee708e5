import { nothingIn, stateOf, type SubmissionId } from '@vestibul/core';
import type { AnswerOf } from '@vestibul/contract';
import type { School } from '../platform/School';
import { folderNameOf } from '../naming/folders';
import { nameOf } from '../school/people';
import { findSubmission, listPieces, readReceipts } from '../submissions/submissions';
import { listComments } from './comments';

/** A submission with its attempts, pieces and comments. A student is shown comments once the work is handed back. */
export function readSubmission(
  school: School,
  id: SubmissionId,
  forStudent: boolean,
): AnswerOf<'readSubmission'> {
  const { db } = school;
  const row = findSubmission(db, id);
  const pieces = listPieces(db, id);
  const receipts = readReceipts(db, id, forStudent, pieces);
  const takenBack = new Set(
    receipts.filter(({ gone }) => gone !== null && gone.how !== 'sent back').map(({ attempt }) => attempt),
  );
  const shown = new Set(receipts.map(({ attempt }) => attempt));
  return {
    id: row.id,
    assignment: { id: row.assignmentId, title: row.assignmentTitle },
    courseId: row.courseId,
    periodId: row.periodId,
    student: nameOf(db, row.studentId),
    state: stateOf({ ...nothingIn, ...row, held: row.held === 1 }, school.now()),
    due: row.due,
    folderName: folderNameOf(db, row.courseId, row.studentId),
    attempts: receipts,
    // To open what was taken back is its student's alone again; the receipts say what it was.
    pieces: pieces.filter(({ attempt }) => shown.has(attempt) && (forStudent || !takenBack.has(attempt))),
    comments: listComments(db, id, forStudent),
    reviewedAt: row.reviewedAt,
    handedBackAt: row.handedBackAt,
  };
}
