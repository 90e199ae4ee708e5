import {
  groupBy,
  localToInstant,
  toInstant,
  type CourseId,
  type Instant,
  type LocalTime,
  type PersonId,
  type SubmissionId,
} from '@vestibul/core';
import { LONGEST_PAUSE_S, LONGEST_PLAN_DAYS } from '@vestibul/contract';
import { Failure } from '../platform/failure';
import { timeZoneOf } from '../school/facts';
import type { School } from '../platform/School';
import { all, one, run, together, type Database } from '../platform/database/database';
import { repeat } from '../platform/repeat';
import { nowOnLedger, writeEvent } from '../platform/ledger/ledger';
import { aboutOf } from '../submissions/submissions';
import { sayOfAttempt } from '../submissions/attempts';
import { changeEach, handBack, type Acted, type Work } from './review';

/** How often it is looked whether the moment of a hand-back has come, in milliseconds. */
const EVERY_MS = 1_000;
const DAY_MS = 24 * 60 * 60 * 1000;

/**
 * Hands pieces back after a pause in which they can be kept (`takeIntoReview`). Until then nothing has happened: no line, no
 * letter, nothing to see for the students. The order for it is kept, so it is done whatever becomes of the page or the server.
 */
export function handBackSoon(
  school: School,
  by: PersonId,
  course: CourseId,
  works: readonly Work[],
  seconds: number,
): Acted {
  const at = toInstant(Date.parse(school.now()) + seconds * 1000);
  return order(school, by, course, works, { at, planned: 0 });
}

/**
 * Hands pieces back at a moment to come, as the school's clocks say it; until then it can be called off (`takeIntoReview`). Fails
 * with `not-ahead` where it is past, or too far away.
 */
export function planHandBack(
  school: School,
  by: PersonId,
  course: CourseId,
  works: readonly Work[],
  local: LocalTime,
): Acted {
  const at = localToInstant(local, timeZoneOf(school.db));
  const ahead = Date.parse(at) - Date.parse(school.now());
  if (ahead <= 0 || ahead > LONGEST_PLAN_DAYS * DAY_MS)
    throw new Failure('not-ahead', { days: LONGEST_PLAN_DAYS });
  return order(school, by, course, works, { at, planned: 1 });
}

function order(
  school: School,
  by: PersonId,
  course: CourseId,
  works: readonly Work[],
  { at, planned }: { at: Instant; planned: 0 | 1 },
): Acted {
  return changeEach(school, course, works, (row) => {
    if (row.handedBackAt !== null || row.attempt === 0) return false;
    // Pressed twice, the pause does not begin anew; another plan takes the place of the one before.
    run(
      school.db,
      `INSERT INTO hand_back_due (submission_id, course_id, attempt, by_id, at, planned)
       VALUES (:id, :course, :attempt, :by, :at, :planned) ON CONFLICT (submission_id) DO UPDATE
       SET attempt = excluded.attempt, at = CASE WHEN planned + excluded.planned > 0 THEN excluded.at ELSE at END,
         by_id = excluded.by_id, planned = excluded.planned`,
      { id: row.id, course, attempt: row.attempt, by, at, planned },
    );
    if (planned)
      writeEvent(school, by, 'hand-back planned', aboutOf(row), { attempt: row.attempt, planned: at });
    return true;
  });
}

interface Due extends Work {
  courseId: CourseId;
  byId: PersonId;
}

/** Hands back what has waited for its moment, and says so to the students. Safe to repeat. */
export function handBackDue(school: School): void {
  const now = Date.parse(school.now());
  // What is not planned and seems to wait for longer than any pause was told to before the clock was set back.
  const due = all<Due>(
    school.db,
    `SELECT submission_id AS submissionId, course_id AS courseId, attempt, by_id AS byId FROM hand_back_due
     WHERE at <= :now OR (at > :longest AND planned = 0) ORDER BY at, submission_id`,
    { now: toInstant(now), longest: toInstant(now + LONGEST_PAUSE_S * 1000) },
  );
  for (const works of groupBy(due, ({ courseId, byId }) => `${courseId} ${byId}`).values()) {
    const { courseId, byId } = works[0]!;
    together(school.db, () => {
      for (const { submissionId } of works) dropDue(school, submissionId);
      handBack(school, byId, courseId, works);
    });
  }
}

/** Looks again and again while the server runs; the answer ends that. */
export function watchHandBacks(school: School): () => void {
  handBackDue(school);
  return repeat(school, EVERY_MS, () => handBackDue(school));
}

/** When an attempt is handed back, where it is about to be. */
export function goesBackAt(db: Database, id: SubmissionId, attempt: number): Instant | null {
  return (
    one<{ at: Instant }>(db, 'SELECT at FROM hand_back_due WHERE submission_id = ? AND attempt = ?', [
      id,
      attempt,
    ])?.at ?? null
  );
}

/** Takes the order away, and says whether there was one and whether it was planned. */
function dropDue(school: School, id: SubmissionId): { planned: number } | undefined {
  return one<{ planned: number }>(
    school.db,
    'DELETE FROM hand_back_due WHERE submission_id = ? RETURNING planned',
    [id],
  );
}

/**
 * Keeps what is about to be handed back, and takes back into review what was: it stays reviewed, and what its student has read
 * by then they go on reading.
 */
export function takeIntoReview(
  school: School,
  by: PersonId,
  course: CourseId,
  works: readonly Work[],
): Acted & { kept: SubmissionId[] } {
  const kept: SubmissionId[] = [];
  const acted = changeEach(school, course, works, (row) => {
    const dropped = dropDue(school, row.id);
    if (dropped) kept.push(row.id);
    if (dropped?.planned)
      writeEvent(school, by, 'hand-back called off', aboutOf(row), { attempt: row.attempt });
    if (row.handedBackAt === null) return false;
    const at: Instant = nowOnLedger(school);
    sayOfAttempt(school.db, row.id, row.attempt, { handed_back_at: null });
    writeEvent(school, by, 'taken back into review', aboutOf(row), { attempt: row.attempt }, at);
    return true;
  });
  return { ...acted, kept };
}
