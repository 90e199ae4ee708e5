import {
  localToInstant,
  type AssignmentId,
  type CourseId,
  type Instant,
  type OwnDue,
  type PersonId,
} from '@vestibul/core';
import type { BodyOf } from '@vestibul/contract';
import { Failure } from '../platform/failure';
import type { School } from '../platform/School';
import { timeZoneOf } from '../school/facts';
import { findAssignment } from './assignments';
import { all, one, run, together, type Database } from '../platform/database/database';
import { writeEvent } from '../platform/ledger/ledger';

/** Settles for one student when an assignment is due, or that it is not asked of them. */
export function moveDue(
  school: School,
  by: PersonId,
  assignment: AssignmentId,
  student: PersonId,
  { alsoTurnedIn, ...due }: BodyOf<'moveDue'>,
): void {
  moveDues(school, by, assignment, { dues: [{ ...due, studentId: student }], alsoTurnedIn });
}

/**
 * Settles for several students at once when an assignment is due for them, or that it is not asked of them: for all of them or
 * for none. Nothing of their own is left with neither.
 */
export function moveDues(
  school: School,
  by: PersonId,
  assignment: AssignmentId,
  { dues, alsoTurnedIn }: BodyOf<'moveDues'>,
): void {
  together(school.db, () => {
    const { db } = school;
    const { courseId: course } = findAssignment(db, assignment);
    const zone = timeZoneOf(db);
    for (const { studentId: student, dueLocal, excused } of dues) {
      if (!one(db, 'SELECT 1 FROM enrolment WHERE course_id = ? AND student_id = ?', [course, student]))
        throw new Failure('not-here');
      const due = dueLocal && localToInstant(dueLocal, zone);
      if (due === null && !excused)
        run(db, 'DELETE FROM own_due WHERE assignment_id = ? AND student_id = ?', [assignment, student]);
      else
        run(
          db,
          `INSERT INTO own_due (assignment_id, student_id, due_local, due_at, excused)
           VALUES (:assignment, :student, :local, :due, :excused)
           ON CONFLICT (assignment_id, student_id) DO UPDATE SET due_local = :local, due_at = :due, excused = :excused`,
          { assignment, student, local: dueLocal, due, excused: excused ? 1 : 0 },
        );
      writeEvent(school, by, 'due moved', { course, assignment, student }, { due, excused });
      if (alsoTurnedIn) school.signals.timesChanged.tell({ by, assignment, student });
    }
  });
}

export function ownDueOf(db: Database, assignment: AssignmentId, student: PersonId): OwnDue | null {
  const row = one<{ due: Instant | null; excused: number }>(
    db,
    'SELECT due_at AS due, excused FROM own_due WHERE assignment_id = ? AND student_id = ?',
    [assignment, student],
  );
  return row ? { due: row.due, excused: row.excused === 1 } : null;
}

/** Everything that was settled for single students of a course. */
export function listOwnDues(
  db: Database,
  course: CourseId,
): (OwnDue & { studentId: PersonId; assignmentId: AssignmentId })[] {
  return all<{ studentId: PersonId; assignmentId: AssignmentId; due: Instant | null; excused: number }>(
    db,
    `SELECT o.student_id AS studentId, o.assignment_id AS assignmentId, o.due_at AS due, o.excused
     FROM assignment a JOIN own_due o ON o.assignment_id = a.id WHERE a.course_id = ?`,
    [course],
  ).map((row) => ({ ...row, excused: row.excused === 1 }));
}
