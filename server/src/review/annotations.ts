import {
  annotationCollection,
  groupBy,
  type AssignmentId,
  type CommentId,
  type Instant,
  type PersonId,
  type PieceId,
  type Selector,
  type Stamp,
  type SubmissionId,
} from '@vestibul/core';
import { findAssignment } from '../assignments/assignments';
import { all, type Database } from '../platform/database/database';

interface SaidRow {
  id: CommentId;
  submissionId: SubmissionId;
  attempt: number;
  by: PersonId;
  at: Instant;
  editedAt: Instant | null;
  text: string;
  stamp: Stamp | null;
  pieceId: PieceId | null;
  selectors: string | null;
  answers: CommentId | null;
}

/**
 * What was said of the work of an assignment, as a Web Annotation Collection (docs/formats.md): handed back or not, the first
 * first; private notes never. Fails with `not-found`.
 */
export function readAnnotations(db: Database, assignment: AssignmentId) {
  const { title } = findAssignment(db, assignment);
  const said = all<SaidRow>(
    db,
    `SELECT c.id, c.submission_id AS submissionId, c.attempt, c.by_id AS by, c.at, c.edited_at AS editedAt, c.text, c.stamp,
       c.piece_id AS pieceId, c.selectors, c.answers_id AS answers
     FROM submission s JOIN comment c ON c.submission_id = s.id WHERE s.assignment_id = ? ORDER BY c.at, c.rowid`,
    [assignment],
  );
  const pieces = groupBy(
    all<{ id: PieceId; submissionId: SubmissionId; attempt: number }>(
      db,
      `SELECT q.id, q.submission_id AS submissionId, q.attempt FROM submission s JOIN piece q ON q.submission_id = s.id
       WHERE s.assignment_id = ? ORDER BY q.n`,
      [assignment],
    ),
    ({ submissionId, attempt }) => `${submissionId} ${attempt}`,
  );
  return annotationCollection(
    assignment,
    title,
    said.map(({ submissionId, attempt, pieceId, selectors, ...one }) => ({
      ...one,
      pieces: pieceId ? [pieceId] : (pieces.get(`${submissionId} ${attempt}`) ?? []).map(({ id }) => id),
      selectors: selectors === null ? [] : (JSON.parse(selectors) as Selector[]),
    })),
  );
}
