import {
  annotationCollection,
  isScoredSo,
  groupBy,
  type AssignmentId,
  type CommentId,
  type Given,
  type Instant,
  type PersonId,
  type PieceId,
  type Scoring,
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

interface GivenRow {
  submissionId: SubmissionId;
  attempt: number;
  by: PersonId;
  at: Instant;
  scoring: string;
  given: string;
}

/**
 * What was said of the work of an assignment, and given for it, as a Web Annotation Collection (docs/formats.md): handed back or
 * not, the first first; private notes never. Fails with `not-found`.
 */
export function readAnnotations(db: Database, assignment: AssignmentId) {
  const { title, scoring: scoringNow } = findAssignment(db, assignment);
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
  const given = all<GivenRow>(
    db,
    `SELECT g.submission_id AS submissionId, g.attempt, g.by_id AS by, g.at, g.scoring, g.given
     FROM submission s JOIN score g ON g.submission_id = s.id
     WHERE s.assignment_id = ? AND g.given IS NOT NULL
       AND NOT EXISTS (SELECT 1 FROM score later WHERE later.submission_id = g.submission_id AND later.attempt = g.attempt AND later.n > g.n)
     ORDER BY g.at, g.submission_id, g.attempt`,
    [assignment],
  );
  const piecesOf = (submissionId: SubmissionId, attempt: number) =>
    (pieces.get(`${submissionId} ${attempt}`) ?? []).map(({ id }) => id);
  return annotationCollection(
    assignment,
    title,
    said.map(({ submissionId, attempt, pieceId, selectors, spokenSha256, spokenMime, ...one }) => ({
      ...one,
      spoken: spokenSha256 && spokenMime ? { sha256: spokenSha256, mime: spokenMime } : null,
      pieces: pieceId ? [pieceId] : piecesOf(submissionId, attempt),
      selectors: selectors === null ? [] : (JSON.parse(selectors) as Selector[]),
    })),
    given.flatMap(({ scoring, given: json, ...one }) => {
      const scored = JSON.parse(scoring) as Scoring;
      // What was given in another way than the work is scored now does not stand.
      if (!isScoredSo(scored, scoringNow)) return [];
      return [
        {
          ...one,
          scoring: scored,
          given: JSON.parse(json) as Given,
          pieces: piecesOf(one.submissionId, one.attempt),
        },
      ];
    }),
  );
}
