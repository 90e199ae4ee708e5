import {
  comparePackage,
  type PackageId,
  type PackagePlan,
  type PersonId,
  type RosterPackage,
  type SchoolLists,
} from '@vestibul/core';
import type { School } from '../school';
import { all, one } from './database';
import { todayOf } from './years';

function readLists(school: School): SchoolLists {
  const { db } = school;
  return {
    years: all(
      db,
      'SELECT id, outer_id AS outerId, label, starts_on AS startsOn, ends_on AS endsOn FROM year ORDER BY starts_on',
    ),
    courses: all<SchoolLists['courses'][number] & { isOver: never }>(
      db,
      `SELECT c.id, c.outer_id AS outerId, c.year_id AS yearId, c.title, y.ends_on < ? AS isOver
       FROM course c JOIN year y ON y.id = c.year_id`,
      [todayOf(school)],
    ).map((course) => ({ ...course, isOver: Number(course.isOver) === 1 })),
    periods: all(
      db,
      'SELECT h.id, h.outer_id AS outerId, h.course_id AS courseId, h.number FROM course c JOIN period h ON h.course_id = c.id',
    ),
    people: all(
      db,
      'SELECT id, outer_id AS outerId, standing, last, first, called, email, username, number FROM person WHERE sort_key >= ?',
      [''],
    ),
    staff: all(
      db,
      'SELECT s.course_id AS courseId, s.person_id AS personId, s.role FROM course c JOIN course_staff s ON s.course_id = c.id',
    ),
    enrolments: all<SchoolLists['enrolments'][number] & { left: never }>(
      db,
      `SELECT e.course_id AS courseId, e.student_id AS studentId, e.period_id AS periodId, e.left_at IS NOT NULL AS left
       FROM course c JOIN enrolment e ON e.course_id = c.id`,
    ).map((seat) => ({ ...seat, left: Number(seat.left) === 1 })),
  };
}

/** What a package that was taken in would change in the school as it is now. For a thread. */
export function comparePackageWith(
  school: School,
  id: PackageId,
  same: ReadonlyMap<string, PersonId | null>,
): PackagePlan {
  const { lists: text } = one<{ lists: string }>(school.db, 'SELECT lists FROM package WHERE id = ?', [id])!;
  const { lists, faults } = JSON.parse(text) as { lists: RosterPackage; faults: PackagePlan['faults'] };
  const plan = comparePackage(lists, readLists(school), same);
  return { ...plan, faults: [...faults, ...plan.faults] };
}
