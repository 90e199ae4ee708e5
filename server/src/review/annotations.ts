import {
  annotationCollection,
  groupBy,
  type AssignmentId,
  type CommentId,
  type Instant,
  type PersonId,
  type PieceId,
  type Selector,
  type Sha256,
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
  spokenSha256: Sha256 | null;
  spokenMime: string | null;
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
       c.piece_id AS pieceId, c.selectors, c.answers_id AS answers, u.sha256 AS spokenSha256, u.mime AS spokenMime
     FROM submission s JOIN comment c ON c.submission_id = s.id LEFT JOIN upload u ON u.id = c.spoken_id WHERE s.assignment_id = ? ORDER BY c.at, c.rowid`,
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
    said.map(({ submissionId, attempt, pieceId, selectors, spokenSha256, spokenMime, ...one }) => ({
      ...one,
      spoken: spokenSha256 && spokenMime ? { sha256: spokenSha256, mime: spokenMime } : null,
      pieces: pieceId ? [pieceId] : (pieces.get(`${submissionId} ${attempt}`) ?? []).map(({ id }) => id),
      selectors: selectors === null ? [] : (JSON.parse(selectors) as Selector[]),
    })),
  );
}
