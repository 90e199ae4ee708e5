import {
  groupBy,
  type Attendance,
  type CourseId,
  type GroupId,
  type Instant,
  type PeriodId,
  type PersonId,
} from '@vestibul/core';
import { all, one, run, type Database } from '../platform/database/database';

/** Where a student sits, or last sat, in a course. */
export interface Seat {
  periodId: PeriodId;
  groupId: GroupId | null;
  /** Set while they are away. */
  leftAt: Instant | null;
}

interface SeatRow extends Seat {
  joinedAt: Instant;
  from: Instant;
}

const findRow = (db: Database, course: CourseId, student: PersonId) =>
  one<SeatRow>(
    db,
    `SELECT period_id AS periodId, group_id AS groupId, until_at AS leftAt, joined_at AS joinedAt, from_at AS "from"
     FROM seat WHERE course_id = ? AND student_id = ? AND is_last = 1`,
    [course, student],
  );

export const seatOf: (db: Database, course: CourseId, student: PersonId) => Seat | undefined = findRow;

/** Gives a student who has none a seat in a course. */
export function takeFirstSeat(
  db: Database,
  course: CourseId,
  student: PersonId,
  periodId: PeriodId,
  at: Instant,
): void {
  insertRow(db, course, student, { periodId, groupId: null, leftAt: null, joinedAt: at, from: at });
}

/**
 * Changes where a student sits, or that they do: how it was is kept with its end. Who is away and is put elsewhere sits there
 * from when they are back. False where nothing changes.
 */
export function changeSeat(
  db: Database,
  course: CourseId,
  student: PersonId,
  change: Partial<Seat>,
  now: Instant,
): boolean {
  const was = findRow(db, course, student);
  if (!was) return false;
  const next = { ...was, ...change };
  if (next.periodId === was.periodId && next.groupId === was.groupId && next.leftAt === was.leftAt)
    return false;
  const isLeaving = was.leftAt === null && next.leftAt !== null;
  // A clock that was set back makes no stretch that ends before it begins.
  const at = now > was.from ? now : was.from;
  const row = { ...next, leftAt: next.leftAt === null ? null : isLeaving ? at : was.leftAt };
  const from = isLeaving ? was.from : (row.leftAt ?? at);
  const key = [course, student, was.from];
  if (from === was.from)
    run(db, 'DELETE FROM seat WHERE course_id = ? AND student_id = ? AND from_at = ?', key);
  else
    run(
      db,
      'UPDATE seat SET is_last = 0, until_at = COALESCE(until_at, ?) WHERE course_id = ? AND student_id = ? AND from_at = ?',
      [at, ...key],
    );
  insertRow(db, course, student, { ...row, from });
  return true;
}

function insertRow(db: Database, course: CourseId, student: PersonId, row: SeatRow): void {
  run(
    db,
    `INSERT INTO seat (course_id, student_id, period_id, group_id, joined_at, from_at, until_at, is_last)
     VALUES (:course, :student, :periodId, :groupId, :joinedAt, :from, :leftAt, 1)`,
    { course, student, ...row },
  );
}

/** The students who sit, or last sat, in a group. */
export function listInGroup(db: Database, group: GroupId): PersonId[] {
  return all<{ id: PersonId }>(
    db,
    'SELECT student_id AS id FROM enrolment WHERE group_id = ? ORDER BY student_id',
    [group],
  ).map(({ id }) => id);
}

type Absence = Attendance['absences'][number];

// A seat that was changed while its student was away has no length, and is no time in the course.
const absences = (condition: string) => `
  SELECT student_id AS studentId, until_at AS leftAt, back_at AS backAt FROM (
    SELECT student_id, until_at, LEAD(from_at) OVER (PARTITION BY student_id ORDER BY from_at) AS back_at
    FROM seat WHERE ${condition} AND until_at IS NOT from_at)
  WHERE until_at IS NOT NULL AND until_at IS NOT back_at ORDER BY studentId, leftAt`;
const absencesOfAll = absences('course_id = ?');
const absencesOfStudent = absences('course_id = ? AND student_id = ?');

/** One student's times away from a course. */
export function absencesOfOne(db: Database, course: CourseId, student: PersonId): Absence[] {
  return all<Absence>(db, absencesOfStudent, [course, student]).map(({ leftAt, backAt }) => ({
    leftAt,
    backAt,
  }));
}

/** The times away of everybody in a course, by student. */
export function absencesOf(db: Database, course: CourseId): Map<PersonId, Absence[]> {
  const rows = all<Absence & { studentId: PersonId }>(db, absencesOfAll, [course]);
  return new Map(
    [...groupBy(rows, (row) => row.studentId)].map(([student, list]) => [
      student,
      list.map(({ leftAt, backAt }) => ({ leftAt, backAt })),
    ]),
  );
}
