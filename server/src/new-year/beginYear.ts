import type { CourseId, PeriodId, PersonId, YearId } from '@vestibul/core';
import type { BodyOf } from '@vestibul/contract';
import { Failure } from '../platform/failure';
import type { School } from '../platform/School';
import { findAssignment } from '../assignments/assignments';
import { copyOne } from '../assignments/copies';
import { copyBlanks } from '../blanks/blanks';
import { findCourse, insertCourse } from '../courses/courses';
import { together } from '../platform/database/database';
import { writeEvent } from '../platform/ledger/ledger';
import { addPeriod, listGroups, listPeriods, setGroups } from '../courses/periods';
import { listStaff, putOnStaff } from '../courses/staff';
import { coursesToBegin, findYear, requireOpenYear, yearOfCourse } from '../school/years';

type Chosen = BodyOf<'beginYear'>['courses'][number];

/** Who begins which courses in which year. */
export interface BeginYear {
  person: { id: PersonId; standing: string };
  yearId: YearId;
  courses: readonly Chosen[];
}

/**
 * Begins a year with courses of an earlier one: their rules, periods, names of groups, staff, blanks and assignments as
 * drafts, due at the times given. No student and no work comes along. All or nothing.
 */
export function beginYear(
  school: School,
  person: { id: PersonId; standing: string },
  yearId: YearId,
  courses: readonly Chosen[],
): CourseId[] {
  return together(school.db, () => {
    requireBeginning(school, person, yearId, courses);
    return courses.map((chosen) => beginCourse(school, person, yearId, chosen));
  });
}

/** Fails with `year-over`, `not-allowed` or `not-found` where somebody may not begin these courses there. */
export function requireBeginning(
  school: School,
  person: { id: PersonId; standing: string },
  yearId: YearId,
  courses: readonly Chosen[],
): void {
  const { db } = school;
  requireOpenYear(school, findYear(db, yearId));
  const mayBegin = new Map<YearId, ReadonlySet<CourseId>>();
  for (const { courseId, assignments } of courses) {
    // The same right as for the plan that was shown.
    const { id: from } = yearOfCourse(school, courseId);
    if (!mayBegin.has(from))
      mayBegin.set(from, new Set(coursesToBegin(db, from, person).map((course) => course.id)));
    if (!mayBegin.get(from)!.has(courseId)) throw new Failure('not-allowed');
    for (const { assignmentId } of assignments)
      if (findAssignment(db, assignmentId).courseId !== courseId) throw new Failure('not-found');
  }
}

function beginCourse(
  school: School,
  person: { id: PersonId; standing: string },
  yearId: YearId,
  chosen: Chosen,
): CourseId {
  const { db } = school;
  const { title, code, folderRule, fileRule } = findCourse(db, chosen.courseId);
  const course = insertCourse(school, person.id, { yearId, title, code, folderRule, fileRule });
  writeEvent(school, person.id, 'course begun anew', { course, year: yearId }, { from: chosen.courseId });
  for (const { id, role } of listStaff(db, chosen.courseId)) putOnStaff(school, person.id, course, id, role);
  const periods = copyPeriods(school, person.id, chosen.courseId, course);
  copyBlanks(school, person.id, chosen.courseId, course);
  for (const { assignmentId, dues } of chosen.assignments) {
    const source = findAssignment(db, assignmentId);
    copyOne(
      school,
      person.id,
      course,
      source,
      dues.flatMap(({ periodId, dueLocal }) => {
        const here = periods.get(periodId);
        return here ? [{ periodId: here, dueLocal }] : [];
      }),
    );
  }
  return course;
}

/** The periods of another course, with the names of their groups; which became which. */
function copyPeriods(school: School, by: PersonId, from: CourseId, to: CourseId): Map<PeriodId, PeriodId> {
  const groups = listGroups(school.db, from);
  return new Map(
    listPeriods(school.db, from).map(({ id, ...period }) => {
      const made = addPeriod(school, by, to, period);
      const names = (groups.get(id) ?? []).map(({ id: _id, ...group }) => ({ id: null, ...group }));
      if (names.length > 0) setGroups(school, by, made, { groups: names });
      return [id, made];
    }),
  );
}
