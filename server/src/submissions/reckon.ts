import {
  dueFor,
  latenessOf,
  localToInstant,
  type AssignmentId,
  type CourseId,
  type Instant,
  type LatenessRule,
  type OwnDue,
  type PeriodId,
  type PersonId,
  type SubmissionId,
} from '@vestibul/core';
import { MOST_NAMED, type AnswerOf, type BodyOf } from '@vestibul/contract';
import { findAssignment, listDues } from '../assignments/assignments';
import { ownDueOf } from '../assignments/ownDues';
import { absencesOf } from '../courses/seats';
import type { School } from '../platform/School';
import { all, run, type Database } from '../platform/database/database';
import { nowOnLedger, writeEvent } from '../platform/ledger/ledger';
import { nameColumns, type PersonName } from '../school/people';
import { timeZoneOf } from '../school/facts';
import { aboutOf, findSubmission } from './submissions';
import { settle } from './settle';

/** When an assignment is due, for its periods and for single students, and by which rule what is turned in is late. */
interface Times {
  course: CourseId;
  rule: LatenessRule;
  givenAt: Instant | null;
  dueOf: (period: PeriodId) => Instant | null;
  ownOf: (student: PersonId) => OwnDue | null;
}

interface Lateness {
  due: Instant | null;
  lateMs: number;
}

/** An attempt whose lateness is another one by these times. */
interface Reckoned {
  student: PersonName;
  submission: SubmissionId;
  attempt: number;
  /** Whether it is the one that counts. */
  counts: boolean;
  was: Lateness;
  is: Lateness;
}

/** Attempts that stand and would be late, or late by more or less, by other times; of one student or of all. */
function reckon(db: Database, assignment: AssignmentId, times: Times, only: PersonId | null): Reckoned[] {
  const absences = absencesOf(db, times.course);
  const rows = all<
    PersonName & {
      submission: SubmissionId;
      attempt: number;
      counts: number;
      at: Instant;
      due: Instant | null;
      lateMs: number;
      began: Instant | null;
      periodId: PeriodId;
      joinedAt: Instant;
    }
  >(
    db,
    `SELECT ${nameColumns}, s.id AS submission, t.n AS attempt, t.n = s.attempt AS counts, t.at, t.due_at AS due,
       t.late_ms AS lateMs, e.period_id AS periodId, e.joined_at AS joinedAt,
       (SELECT MAX(u.started_at) FROM piece q JOIN upload u ON u.id = q.upload_id
        WHERE q.submission_id = s.id AND q.attempt = t.n) AS began
     FROM submission s JOIN attempt t ON t.submission_id = s.id JOIN person p ON p.id = s.student_id
     JOIN enrolment e ON e.course_id = s.course_id AND e.student_id = s.student_id
     WHERE s.assignment_id = :assignment AND t.taken_back_at IS NULL AND t.sent_back_at IS NULL
     ORDER BY p.sort_key, p.id, t.n`,
    { assignment },
  );
  return rows.flatMap(({ submission, attempt, counts, at, began, periodId, joinedAt, ...row }) => {
    if (only !== null && row.id !== only) return [];
    const attendance = { joinedAt, absences: absences.get(row.id) ?? [] };
    const { due } = dueFor(
      { due: times.dueOf(periodId), givenAt: times.givenAt },
      times.ownOf(row.id),
      attendance,
    );
    // What is not given to them any more was turned in by the time that held then.
    if (due === null) return [];
    const { due: wasDue, lateMs: wasLate, ...student } = row;
    const lateMs = latenessOf({ at, began: began === null ? [] : [began] }, due, times.rule);
    if (due === wasDue && lateMs === wasLate) return [];
    return [
      {
        student,
        submission,
        attempt,
        counts: counts === 1,
        was: { due: wasDue, lateMs: wasLate },
        is: { due, lateMs },
      },
    ];
  });
}

/** The times of an assignment as they are now. */
function timesOf(db: Database, id: AssignmentId): Times {
  const { courseId: course, lateCounts: counts, graceMinutes, visibleAt: givenAt } = findAssignment(db, id);
  const byPeriod = new Map(listDues(db, id).map(({ periodId, due }) => [periodId, due]));
  return {
    course,
    rule: { counts, graceMinutes },
    givenAt,
    dueOf: (period) => byPeriod.get(period) ?? null,
    ownOf: (student) => ownDueOf(db, id, student),
  };
}

/**
 * Has what is turned in be late by the times that hold now, each with a line of the ledger that keeps how late it was. What
 * counts may be another attempt then. Inside the transaction that changed the times.
 */
export function reckonAgain(
  school: School,
  { by, assignment, student }: { by: PersonId; assignment: AssignmentId; student: PersonId | null },
): void {
  const { db } = school;
  const at = nowOnLedger(school);
  for (const { submission, attempt, was, is } of reckon(db, assignment, timesOf(db, assignment), student)) {
    run(
      db,
      'UPDATE attempt SET due_at = :due, late_ms = :lateMs WHERE submission_id = :submission AND n = :attempt',
      {
        ...is,
        submission,
        attempt,
      },
    );
    settle(db, submission);
    writeEvent(
      school,
      by,
      'lateness changed',
      aboutOf(findSubmission(db, submission)),
      { attempt, ...is, was },
      at,
    );
  }
}

/** Whose work that is in would be late by other times than it is now, or no longer. Writes nothing. */
export function previewDues(
  school: School,
  id: AssignmentId,
  body: BodyOf<'previewDues'>,
): AnswerOf<'previewDues'> {
  const { db } = school;
  const zone = timeZoneOf(db);
  const now = timesOf(db, id);
  const dues = new Map(body.dues.map(({ periodId, dueLocal }) => [periodId, localToInstant(dueLocal, zone)]));
  const found = reckon(
    db,
    id,
    {
      ...now,
      rule: { counts: body.lateCounts, graceMinutes: body.graceMinutes },
      dueOf: (period) => dues.get(period) ?? null,
    },
    null,
  ).filter(({ counts }) => counts);
  const named = (list: readonly Reckoned[]) => list.slice(0, MOST_NAMED).map(({ student }) => student);
  const becomeLate = found.filter(({ was, is }) => was.lateMs === 0 && is.lateMs > 0);
  const becomeInTime = found.filter(({ was, is }) => was.lateMs > 0 && is.lateMs === 0);
  return {
    becomeLate: { total: becomeLate.length, names: named(becomeLate) },
    becomeInTime: { total: becomeInTime.length, names: named(becomeInTime) },
    lateOtherwise: found.filter(({ was, is }) => was.lateMs > 0 && is.lateMs > 0 && was.lateMs !== is.lateMs)
      .length,
  };
}
