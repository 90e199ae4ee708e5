import type { CourseId, PeriodId } from '@vestibul/core';
import type { AnswerOf } from '@vestibul/contract';
import type { School } from '../platform/School';
import { listAssignments } from '../assignments/assignmentList';
import { countWaiting } from '../doors/deliveries';
import { countOnTable } from '../sorting/pilePieces';
import { all, one } from '../platform/database/database';
import { listGroups, listPeriods } from '../courses/periods';
import { listStaff } from '../courses/staff';
import { yearOfCourse } from '../school/years';
import { findCourse } from '../courses/courses';

/** Everything about a course but its people's work. */
export function readCourse(
  school: School,
  id: CourseId,
  role: AnswerOf<'readCourse'>['role'],
): AnswerOf<'readCourse'> {
  const { db } = school;
  const { id: courseId, title, code, folderRule, fileRule, offRule } = findCourse(db, id);
  const counts = new Map(
    all<{ periodId: PeriodId; students: number }>(
      db,
      'SELECT period_id AS periodId, COUNT(*) AS students FROM enrolment WHERE course_id = ? AND left_at IS NULL GROUP BY period_id',
      [id],
    ).map((row) => [row.periodId, row.students]),
  );
  const groups = listGroups(db, id);
  const periods = listPeriods(db, id).map((period) => ({
    ...period,
    students: counts.get(period.id) ?? 0,
    groups: groups.get(period.id) ?? [],
  }));
  return {
    id: courseId,
    title,
    code,
    folderRule,
    fileRule,
    offRule,
    role,
    year: yearOfCourse(school, id),
    periods,
    staff: listStaff(db, id),
    students: periods.reduce((sum, period) => sum + period.students, 0),
    folders: one<{ n: number }>(
      db,
      `SELECT COUNT(*) AS n FROM folder f JOIN enrolment e ON e.course_id = f.course_id AND e.student_id = f.student_id
       WHERE f.course_id = ? AND e.left_at IS NULL`,
      [id],
    )!.n,
    toSort: countOnTable(db, id, 'to sort') + countWaiting(db, id),
    assignments: listAssignments(db, id),
  };
}
