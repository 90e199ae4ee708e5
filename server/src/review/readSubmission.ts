import { nothingIn, stateOf, type PersonId, type SubmissionId } from '@vestibul/core';
import type { AnswerOf } from '@vestibul/contract';
import type { School } from '../platform/School';
import { folderNameOf } from '../naming/folders';
import { nameOf } from '../school/people';
import { newestShown } from '../submissions/shown';
import { findSubmission, listPieces, readReceipts } from '../submissions/submissions';
import { goesBackAt } from './handBackSoon';
import { listComments } from './comments';
import { listScores } from './scores';
import { findAssignment } from '../assignments/assignments';

/** A submission with its attempts, pieces and comments. A student is shown comments once the work is handed back. */
export function readSubmission(
  school: School,
  id: SubmissionId,
  viewer: PersonId,
  forStudent: boolean,
): AnswerOf<'readSubmission'> {
  const { db } = school;
  const row = findSubmission(db, id);
  const pieces = listPieces(db, id);
  const receipts = readReceipts(db, id, forStudent, pieces);
  // To open what was taken back is its student's alone again, and what was somebody else's is no longer here at all.
  const opened = new Set(
    receipts
      .filter(({ gone }) => gone?.how !== 'undone' && (forStudent || gone?.how !== 'taken back'))
      .map(({ attempt }) => attempt),
  );
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
    pieces: pieces.filter(({ attempt }) => opened.has(attempt)),
    scoring: findAssignment(db, row.assignmentId).scoring,
    scores: listScores(db, id, forStudent),
    comments: listComments(db, id, viewer, forStudent),
    reviewedAt: row.reviewedAt,
    handedBackAt: row.handedBackAt,
    newestShown: newestShown(db, id),
    readUntil: row.readUntil,
    lookedAtBy: forStudent ? [] : school.looking.at(id),
    goesBackAt: forStudent ? null : goesBackAt(db, id, row.attempt),
  };
}
