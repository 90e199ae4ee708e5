import type { BlankId, CourseId, PeriodId, PersonId, YearId } from '@vestibul/core';
import type { BodyOf } from '@vestibul/contract';
import { Failure } from '../failure';
import { newId, type School } from '../school';
import { copyOne, findAssignment } from './assignments';
import { listAssignments } from './assignmentList';
import { findCourse, insertCourse } from './courses';
import { all, one, run, together } from './database';
import { writeEvent } from './ledger';
import { addPeriod, listGroups, listPeriods, setGroups } from './periods';
import { putOnStaff } from './staff';
import { coursesToBegin, findYear, requireOpenYear } from './years';

type Chosen = BodyOf<'beginYear'>['courses'][number];

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
    requireOpenYear(school, findYear(school.db, yearId));
    return courses.map((chosen) => beginCourse(school, person, yearId, chosen));
  });
}

function beginCourse(
  school: School,
  person: { id: PersonId; standing: string },
  yearId: YearId,
  chosen: Chosen,
): CourseId {
  const { db } = school;
  const from = one<{ yearId: YearId }>(db, 'SELECT year_id AS yearId FROM course WHERE id = ?', [
    chosen.courseId,
  ]);
  if (!from) throw new Failure('not-found');
  // The same right as for the plan that was shown.
  if (!coursesToBegin(db, from.yearId, person).some((course) => course.id === chosen.courseId))
    throw new Failure('not-allowed');
  const { title, code, folderRule, fileRule } = findCourse(db, chosen.courseId);
  const course = insertCourse(school, person.id, { yearId, title, code, folderRule, fileRule });
  writeEvent(school, person.id, 'course begun anew', { course, year: yearId }, { from: chosen.courseId });
  for (const { id, role } of staffOf(school, chosen.courseId))
    putOnStaff(school, person.id, course, id, role);
  const periods = copyPeriods(school, person.id, chosen.courseId, course);
  copyBlanks(school, person.id, chosen.courseId, course);
  const units = new Map(listAssignments(db, chosen.courseId).map((one) => [one.id, one.unit]));
  for (const { assignmentId, dues } of chosen.assignments) {
    const source = findAssignment(db, assignmentId);
    if (source.courseId !== chosen.courseId) throw new Failure('not-found');
    copyOne(
      school,
      person.id,
      course,
      { ...source, unit: units.get(assignmentId) ?? '' },
      dues.flatMap(({ periodId, dueLocal }) => {
        const here = periods.get(periodId);
        return here ? [{ periodId: here, dueLocal }] : [];
      }),
    );
  }
  return course;
}

function staffOf(
  school: School,
  course: CourseId,
): { id: PersonId; role: 'teacher' | 'co-teacher' | 'aide' }[] {
  return all(school.db, 'SELECT person_id AS id, role FROM course_staff WHERE course_id = ?', [course]);
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

/** The newest version of each blank that is not put away; the bytes are in the vault already. */
function copyBlanks(school: School, by: PersonId, from: CourseId, to: CourseId): void {
  const { db } = school;
  for (const blank of all<{ id: BlankId; title: string }>(
    db,
    'SELECT id, title FROM blank WHERE course_id = ? AND put_away_at IS NULL ORDER BY title, id',
    [from],
  )) {
    const id = newId<BlankId>('b');
    const at = school.now();
    run(db, 'INSERT INTO blank (id, course_id, title) VALUES (?, ?, ?)', [id, to, blank.title]);
    run(
      db,
      `INSERT INTO blank_version (blank_id, n, original_name, mime, extension, bytes, sha256, kept_at, kept_by)
       SELECT :id, 1, original_name, mime, extension, bytes, sha256, :at, :by FROM blank_version
       WHERE blank_id = :from ORDER BY n DESC LIMIT 1`,
      { id, at, by, from: blank.id },
    );
    const { sha256, bytes } = one<{ sha256: never; bytes: number }>(
      db,
      'SELECT sha256, bytes FROM blank_version WHERE blank_id = ? AND n = 1',
      [id],
    )!;
    writeEvent(
      school,
      by,
      'blank kept',
      { course: to, version: 1 },
      { blank: id, version: 1, sha256, bytes },
      at,
    );
  }
}
