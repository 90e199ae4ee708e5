import {
  pointsOf,
  sha256Hex,
  takeStep,
  type Given,
  type Instant,
  type PersonId,
  type Scoring,
  type StepFault,
  type SubmissionId,
} from '@vestibul/core';
import type { AnswerOf, BodyOf, ErrorCode } from '@vestibul/contract';
import { findAssignment } from '../assignments/assignments';
import { Failure } from '../platform/failure';
import type { School } from '../platform/School';
import { all, one, run, together, type Database } from '../platform/database/database';
import { nowOnLedger, writeEvent } from '../platform/ledger/ledger';
import { nameColumns, type PersonName } from '../school/people';
import { listAttempts, settle } from '../submissions/settle';
import { aboutOf, findSubmission } from '../submissions/submissions';

const failureOf: Record<StepFault, ErrorCode> = {
  'scored otherwise': 'scored-otherwise',
  'out of bounds': 'no-such-score',
  'changed meanwhile': 'score-changed',
};

/**
 * Takes one step of scoring an attempt; its student sees nothing of it until it is handed back. What was given in another way
 * than the assignment is scored now, is given anew. Fails with `nothing-in`, `handed-back`, and where the step cannot be taken.
 */
export function setScore(
  school: School,
  by: PersonId,
  id: SubmissionId,
  { attempt, step }: BodyOf<'setScore'>,
): void {
  const { db } = school;
  together(db, () => {
    const row = findSubmission(db, id);
    const meant = listAttempts(db, id).find(({ n }) => n === attempt);
    if (!meant || meant.isGone) throw new Failure('nothing-in');
    if (meant.handedBackAt !== null) throw new Failure('handed-back');
    const { scoring } = findAssignment(db, row.assignmentId);
    const known = newestScore(db, id, attempt);
    const isScoredSo = known !== undefined && known.scoring === JSON.stringify(scoring);
    const before = isScoredSo ? (JSON.parse(known.given ?? 'null') as Given | null) : null;
    const taken = takeStep(scoring, before, step);
    if ('fault' in taken) throw new Failure(failureOf[taken.fault]);
    const given = taken.given && JSON.stringify(taken.given);
    if (isScoredSo && given === known.given) return;
    const at = nowOnLedger(school);
    run(
      db,
      `INSERT INTO score (submission_id, attempt, n, scoring, given, points, by_id, at)
       VALUES (:id, :attempt, :n, :scoring, :given, :points, :by, :at)
       ON CONFLICT DO UPDATE SET scoring = excluded.scoring, given = excluded.given, points = excluded.points,
         by_id = excluded.by_id, at = excluded.at`,
      {
        id,
        attempt,
        // What its student has read stays as it was.
        n: known ? (known.shownAt === null ? known.n : known.n + 1) : 1,
        scoring: JSON.stringify(scoring),
        given,
        points: pointsOf(scoring, taken.given),
        by,
        at,
      },
    );
    settle(db, id);
    if (given === null) writeEvent(school, by, 'score removed', aboutOf(row), { attempt }, at);
    else writeEvent(school, by, 'scored', aboutOf(row), { attempt, givenSha256: sha256Hex(given) }, at);
  });
}

function newestScore(db: Database, id: SubmissionId, attempt: number) {
  return one<{ n: number; scoring: string; given: string | null; shownAt: Instant | null }>(
    db,
    `SELECT n, scoring, given, shown_at AS shownAt FROM score WHERE submission_id = ? AND attempt = ?
     ORDER BY n DESC LIMIT 1`,
    [id, attempt],
  );
}

/** What an attempt is handed back with is for its student to read from now on. Inside the caller's transaction. */
export function showScore(db: Database, id: SubmissionId, attempt: number, at: Instant): void {
  run(
    db,
    'UPDATE score SET shown_at = :at WHERE submission_id = :id AND attempt = :attempt AND shown_at IS NULL',
    { id, attempt, at },
  );
}

/** What is given for the attempts of a submission, the first first: as it stands, or as its student was shown it last. */
export function listScores(
  db: Database,
  id: SubmissionId,
  forStudent: boolean,
): AnswerOf<'readSubmission'>['scores'] {
  return all<
    {
      attempt: number;
      scoring: string;
      given: string | null;
      points: number | null;
      at: Instant;
    } & PersonName
  >(
    db,
    `SELECT c.attempt, c.scoring, c.given, c.points, c.at, ${nameColumns} FROM score c JOIN person p ON p.id = c.by_id
     WHERE c.submission_id = :id AND c.n = (SELECT MAX(l.n) FROM score l WHERE l.submission_id = :id
       AND l.attempt = c.attempt AND (:all = 1 OR l.shown_at IS NOT NULL))
     ORDER BY c.attempt`,
    { id, all: forStudent ? 0 : 1 },
  ).map(({ attempt, scoring, given, points, at, ...by }) => ({
    attempt,
    scoring: JSON.parse(scoring) as Scoring,
    given: JSON.parse(given ?? 'null') as Given | null,
    points,
    by,
    at,
  }));
}
