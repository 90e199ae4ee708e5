import {
  countedPoints,
  faultOf,
  isScoredSo,
  mostPoints,
  pointsOf,
  sha256Hex,
  takeStep,
  type Given,
  type Instant,
  type LateRule,
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
import { ruleOfScore } from '../submissions/pointsColumn';
import { aboutOf, findSubmission, type SubmissionRow } from '../submissions/submissions';
import { keepWhoWorkedOn } from '../submissions/workedOn';

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
    const { row, isHandedBack, scoring, known, stands } = findScored(db, id, attempt);
    if (isHandedBack) throw new Failure('handed-back');
    const taken = takeStep(scoring, JSON.parse(stands ?? 'null') as Given | null, step);
    if ('fault' in taken) throw new Failure(failureOf[taken.fault]);
    const given = taken.given && JSON.stringify(taken.given);
    if (given === stands) return;
    const at = nowOnLedger(school);
    keepScore(db, {
      id,
      attempt,
      known,
      scoring,
      given: taken.given,
      by,
      at,
      shownAt: null,
      lateRule: null,
      why: '',
    });
    if (given === null) writeEvent(school, by, 'score removed', aboutOf(row), { attempt }, at);
    else writeEvent(school, by, 'scored', aboutOf(row), { attempt, givenSha256: sha256Hex(given) }, at);
  });
}

/**
 * Gives another score for an attempt that is handed back, with why: its student reads both at once. Fails with `nothing-in`,
 * `not-handed-back`, with `score-changed` where what stands is not what `was` says, and where such a score cannot be given.
 */
export function changeScore(
  school: School,
  by: PersonId,
  id: SubmissionId,
  { attempt, given, was, why }: BodyOf<'changeScore'>,
): void {
  const { db } = school;
  together(db, () => {
    const { row, isHandedBack, scoring, lateRule: ruleNow, known, stands } = findScored(db, id, attempt);
    if (!isHandedBack) throw new Failure('not-handed-back');
    const fault = faultOf(scoring, given);
    if (fault) throw new Failure(failureOf[fault]);
    const next = JSON.stringify(given);
    if (stands === next) return;
    if (stands !== (was && JSON.stringify(was))) throw new Failure('score-changed');
    const at = nowOnLedger(school);
    // What was handed back goes on counting by the rule that held then.
    const lateRule = known ? known.lateRule : JSON.stringify(ruleNow);
    keepScore(db, { id, attempt, known, scoring, given, by, at, shownAt: at, lateRule, why });
    const facts = { attempt, givenSha256: sha256Hex(next), whySha256: sha256Hex(why) };
    writeEvent(school, by, 'score changed', aboutOf(row), facts, at);
  });
}

/** An attempt that is to be scored: how, the newest that was given, and of that what stands (as JSON). Fails with `nothing-in`. */
function findScored(db: Database, id: SubmissionId, attempt: number) {
  const row = findSubmission(db, id);
  const meant = listAttempts(db, id).find(({ n }) => n === attempt);
  if (!meant || meant.isGone) throw new Failure('nothing-in');
  const { scoring, lateRule } = findAssignment(db, row.assignmentId);
  const known = newestScore(db, id, attempt);
  // What was given in another way than the assignment is scored now stays kept, and does not stand any more.
  const stands = known && isScoredSo(JSON.parse(known.scoring) as Scoring, scoring) ? known.given : null;
  return { row, isHandedBack: meant.handedBackAt !== null, scoring, lateRule, known, stands };
}

interface KeptScore {
  id: SubmissionId;
  attempt: number;
  /** The newest there is; what its student has read stays as it was. */
  known: { n: number; shownAt: Instant | null } | undefined;
  scoring: Scoring;
  given: Given | null;
  by: PersonId;
  at: Instant;
  shownAt: Instant | null;
  /** As JSON, of what its student reads. */
  lateRule: string | null;
  why: string;
}

/** Keeps what is given, and has the submission show it. Inside the caller's transaction. */
function keepScore(db: Database, { known, scoring, given, ...kept }: KeptScore): void {
  run(
    db,
    `INSERT INTO score (submission_id, attempt, n, scoring, given, points, by_id, at, shown_at, late_rule, why)
     VALUES (:id, :attempt, :n, :scoring, :given, :points, :by, :at, :shownAt, :lateRule, :why)
     ON CONFLICT DO UPDATE SET scoring = excluded.scoring, given = excluded.given, points = excluded.points,
       by_id = excluded.by_id, at = excluded.at, shown_at = excluded.shown_at,
       late_rule = excluded.late_rule, why = excluded.why`,
    {
      ...kept,
      n: known ? (known.shownAt === null ? known.n : known.n + 1) : 1,
      scoring: JSON.stringify(scoring),
      given: given && JSON.stringify(given),
      points: pointsOf(scoring, given),
    },
  );
  if (given) keepWhoWorkedOn(db, kept.id, kept.by);
  settle(db, kept.id);
}

function newestScore(db: Database, id: SubmissionId, attempt: number) {
  return one<{
    n: number;
    scoring: string;
    given: string | null;
    shownAt: Instant | null;
    lateRule: string | null;
  }>(
    db,
    `SELECT n, scoring, given, shown_at AS shownAt, late_rule AS lateRule FROM score WHERE submission_id = ? AND attempt = ?
     ORDER BY n DESC LIMIT 1`,
    [id, attempt],
  );
}

/**
 * What the attempt that counts is handed back with is for its student to read from now on, and counts by the rule for
 * lateness that holds now. Inside the caller's transaction.
 */
export function showScore(db: Database, row: SubmissionRow, at: Instant): void {
  run(
    db,
    `UPDATE score SET shown_at = :at, late_rule = (SELECT a.late_rule FROM assignment a WHERE a.id = :assignment)
     WHERE submission_id = :id AND attempt = :attempt AND shown_at IS NULL`,
    { id: row.id, attempt: row.attempt, assignment: row.assignmentId, at },
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
      lateMs: number;
      lateRule: string;
      at: Instant;
      why: string;
      was: number | null;
    } & PersonName
  >(
    db,
    `SELECT c.attempt, c.scoring, c.given, c.points, c.at, c.why, t.late_ms AS lateMs, ${nameColumns},
       ${ruleOfScore} AS lateRule,
       (SELECT o.points FROM score o WHERE o.submission_id = c.submission_id AND o.attempt = c.attempt AND o.n < c.n
          AND o.shown_at IS NOT NULL ORDER BY o.n DESC LIMIT 1) AS was
     FROM score c JOIN person p ON p.id = c.by_id
     JOIN attempt t ON t.submission_id = c.submission_id AND t.n = c.attempt
     JOIN submission s ON s.id = c.submission_id JOIN assignment a ON a.id = s.assignment_id
     WHERE c.submission_id = :id AND c.n = (SELECT MAX(l.n) FROM score l WHERE l.submission_id = :id
       AND l.attempt = c.attempt AND (:all = 1 OR l.shown_at IS NOT NULL))
     ORDER BY c.attempt`,
    { id, all: forStudent ? 0 : 1 },
  ).map(({ attempt, scoring: scoringThen, given, points, lateMs, lateRule: rule, at, why, was, ...by }) => {
    const scoring = JSON.parse(scoringThen) as Scoring;
    const lateRule = JSON.parse(rule) as LateRule;
    return {
      attempt,
      scoring,
      lateRule,
      counted: points === null ? null : countedPoints(points, mostPoints(scoring) ?? 0, lateMs, lateRule),
      given: JSON.parse(given ?? 'null') as Given | null,
      points,
      by,
      at,
      change: why === '' ? null : { why, was },
    };
  });
}
