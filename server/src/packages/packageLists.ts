import {
  comparePackage,
  emptyLists,
  readPackage,
  type LeftOut,
  type PackageAnswers,
  type PackageId,
  type PackagePlan,
  type ReadPackage,
  type RosterPackage,
  type SchoolLists,
} from '@vestibul/core';
import type { School } from '../platform/School';
import { all, one } from '../platform/database/database';
import { todayOf } from '../school/years';

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

/** What is kept of a package: everything that it and those before it say, which is what one that says changes is read on. */
export interface KeptLists {
  lists: RosterPackage;
  leftOut: LeftOut;
  faults: PackagePlan['faults'];
}

export type ReadAgainst =
  /** `base`: of one that says what changed, the package that it was read on. */
  { ok: true; kept: KeptLists; base: PackageId | null } | Extract<ReadPackage, { ok: false }>;

/** The package that was applied last; null before any was. */
export const lastApplied = (school: School): PackageId | null =>
  one<{ id: PackageId }>(
    school.db,
    'SELECT id FROM package WHERE applied_at IS NOT NULL ORDER BY applied_at DESC, rowid DESC LIMIT 1',
  )?.id ?? null;

/** Reads the texts of a package on top of the one applied last. For a thread. */
export function readAgainstLast(school: School, texts: ReadonlyMap<string, string>): ReadAgainst {
  const base = lastApplied(school);
  const read = readPackage(texts, base && readKept(school, base).lists);
  if (!read.ok) return read;
  const { lists, leftOut, faults, isDelta } = read;
  return { ok: true, kept: { lists, leftOut, faults }, base: isDelta ? base : null };
}

function readKept(school: School, id: PackageId): KeptLists {
  const { lists: text } = one<{ lists: string }>(school.db, 'SELECT lists FROM package WHERE id = ?', [id])!;
  const kept = JSON.parse(text) as KeptLists;
  // Packages of before had no such list, and left out no row that anybody could still name.
  return {
    ...kept,
    lists: { ...emptyLists(), ...kept.lists },
    leftOut: kept.leftOut ?? emptyLists(),
  };
}

/** What a package that was taken in would change in the school as it is now. For a thread. */
export function comparePackageWith(school: School, id: PackageId, answers: PackageAnswers): PackagePlan {
  const { lists, leftOut, faults } = readKept(school, id);
  const plan = comparePackage(lists, readLists(school), { leftOut, today: todayOf(school), answers });
  return { ...plan, faults: [...faults, ...plan.faults] };
}
