import type { CourseId, Day, PeriodId, PersonId, YearId } from '../../ids';
import type { CourseStaffRole } from '../../access/roles';
import { HIGHEST_PERIOD } from '../../calendar/meetings';
import { nameKey } from '../../text/nameKey';
import type { PackageFault, RowOf } from './columns';
import { groupClasses, type ClassGroup } from './groupClasses';
import {
  isOver,
  isStudent,
  isToCome,
  matchPeople,
  noAnswers,
  type PackageAnswers,
  type PlannedPerson,
} from './matchPeople';
import { PeopleByThings, type SchoolPerson } from './PeopleByThings';
import type { LeftOut, RosterPackage } from './readPackage';
import { whoStays } from './whoStays';

/** What the school has, as far as a package can change it. `outerId` is the package's own id, once one was applied. */
export interface SchoolLists {
  years: { id: YearId; outerId: string | null; label: string; startsOn: Day; endsOn: Day }[];
  /** `isOver`: its year has ended, so that nothing in it changes. */
  courses: { id: CourseId; outerId: string | null; yearId: YearId; title: string; isOver?: boolean }[];
  periods: { id: PeriodId; outerId: string | null; courseId: CourseId; number: number }[];
  people: SchoolPerson[];
  staff: { courseId: CourseId; personId: PersonId; role: CourseStaffRole }[];
  enrolments: { courseId: CourseId; studentId: PersonId; periodId: PeriodId; left: boolean }[];
}

export interface PlannedYear {
  outerId: string;
  known: YearId | null;
  label: string;
  startsOn: Day;
  endsOn: Day;
  terms: { name: string; startsOn: Day; endsOn: Day }[];
}
export interface PlannedCourse {
  outerId: string;
  known: CourseId | null;
  year: string;
  title: string;
  code: string;
}
export interface PlannedPeriod {
  outerId: string;
  known: PeriodId | null;
  course: string;
  number: number;
  label: string;
}
export interface PlannedStaff {
  course: string;
  person: string;
  role: CourseStaffRole;
}
export interface PlannedSeat {
  course: string;
  person: string;
  period: string;
  change: 'joins' | 'comes back' | 'moves';
}

/** Everything that applying a package would change; applied again, it is empty. */
export interface PackagePlan {
  years: PlannedYear[];
  courses: PlannedCourse[];
  periods: PlannedPeriod[];
  people: PlannedPerson[];
  staff: PlannedStaff[];
  seats: PlannedSeat[];
  leaving: { courseId: CourseId; studentId: PersonId; last: string; first: string }[];
  faults: PackageFault[];
}

export const packageChangeKinds = [
  'fault',
  'asked',
  'address',
  'year',
  'course',
  'period',
  'person',
  'new name',
  'staff',
  'joins',
  'comes back',
  'moves',
  'leaves',
] as const;
export type PackageChangeKind = (typeof packageChangeKinds)[number];

export interface Comparing {
  /** Rows of the package that could not be read. */
  leftOut: LeftOut;
  /** The day in the school: enrolments have a first day and a day on which they are over. */
  today: Day;
  answers?: PackageAnswers;
}

/**
 * Compares a package with the school. Classes of one course under one teacher are the periods of one course here. Whoever is
 * not surely somebody is asked about, a new address is asked about, and nobody leaves because a row was left out.
 */
export function comparePackage(
  lists: RosterPackage,
  school: SchoolLists,
  { leftOut, today, answers = noAnswers }: Comparing,
): PackagePlan {
  const faults: PackageFault[] = [];
  const classes = groupClasses(lists, leftOut, school, faults);
  const years = planYears(lists, school, classes);
  const courses = planCourses(lists, school, classes, years);
  const periods = planPeriods(school, classes, courses);
  const things = new PeopleByThings(school.people);
  const people = matchPeople(lists, school.people, things, { answers, today, faults });
  const context = { lists, leftOut, school, classes, courses, periods, people, things, today, faults };
  const staff = planStaff(context);
  const { seats, leaving } = planSeats(context);
  return withoutEnded(school, { years, courses, periods, people, staff, seats, leaving, faults });
}

/** All that seats are planned with. */
interface Planning {
  lists: RosterPackage;
  leftOut: LeftOut;
  school: SchoolLists;
  classes: Map<string, ClassGroup>;
  courses: readonly PlannedCourse[];
  periods: readonly PlannedPeriod[];
  people: readonly PlannedPerson[];
  things: PeopleByThings;
  today: Day;
  faults: PackageFault[];
}

/** Leaves out what would change in courses of years that have ended, and tells of each such course. */
function withoutEnded(school: SchoolLists, plan: PackagePlan): PackagePlan {
  const ended = new Set(school.courses.flatMap(({ id, isOver }) => (isOver ? [id] : [])));
  const over = new Map(
    plan.courses.flatMap(({ outerId, known, title }) =>
      known !== null && ended.has(known) ? [[outerId, { known, title }]] : [],
    ),
  );
  if (over.size === 0) return plan;
  const isNew = <Change extends { course: string }>(change: Change) => over.has(change.course);
  const touched = new Set([
    ...plan.periods.filter((period) => period.known === null && isNew(period)).map(({ course }) => course),
    ...[...plan.staff, ...plan.seats].filter(isNew).map(({ course }) => course),
    ...[...over]
      .filter(([, { known }]) => plan.leaving.some(({ courseId }) => courseId === known))
      .map(([id]) => id),
  ]);
  return {
    ...plan,
    periods: plan.periods.filter((period) => period.known !== null || !isNew(period)),
    staff: plan.staff.filter((change) => !isNew(change)),
    seats: plan.seats.filter((change) => !isNew(change)),
    leaving: plan.leaving.filter(({ courseId }) => !ended.has(courseId)),
    faults: [
      ...plan.faults,
      ...[...touched].map((id) => ({
        file: 'courses.csv',
        line: 0,
        code: 'year-over' as const,
        found: over.get(id)!.title,
      })),
    ],
  };
}

function planYears(
  lists: RosterPackage,
  school: SchoolLists,
  classes: Map<string, ClassGroup>,
): PlannedYear[] {
  const used = new Set([...classes.values()].map(({ year }) => year));
  return lists.academicSessions
    .filter((row) => used.has(row.sourcedId))
    .map((row) => {
      const known =
        school.years.find((year) => year.outerId === row.sourcedId) ??
        school.years.find(
          (year) =>
            year.outerId === null &&
            (year.label === row.title || (year.startsOn === row.startDate && year.endsOn === row.endDate)),
        );
      return {
        outerId: row.sourcedId,
        known: known?.id ?? null,
        label: known?.label ?? row.title,
        startsOn: row.startDate as Day,
        endsOn: row.endDate as Day,
        terms: lists.academicSessions
          .filter((term) => term.parentSourcedId === row.sourcedId && term.type !== 'gradingPeriod')
          .map((term) => ({
            name: term.title,
            startsOn: term.startDate as Day,
            endsOn: term.endDate as Day,
          })),
      };
    });
}

function planCourses(
  lists: RosterPackage,
  school: SchoolLists,
  classes: Map<string, ClassGroup>,
  years: readonly PlannedYear[],
): PlannedCourse[] {
  const rows = new Map(lists.courses.map((row) => [row.sourcedId, row]));
  const users = new Map(lists.users.map((row) => [row.sourcedId, row]));
  const yearId = new Map(years.map((year) => [year.outerId, year.known]));
  const wanted = new Map([...classes.values()].map((group) => [group.course, group]));
  const titles = new Map<string, number>();
  for (const { row, year } of wanted.values()) {
    const key = `${year}\u0000${nameKey(rows.get(row.courseSourcedId)!.title)}`;
    titles.set(key, (titles.get(key) ?? 0) + 1);
  }
  return [...wanted].map(([outerId, { row, year, teacher: teacherId }]) => {
    const course = rows.get(row.courseSourcedId)!;
    const teacher = users.get(teacherId);
    // Two teachers with a course of one title: the year holds each title once.
    const isShared = titles.get(`${year}\u0000${nameKey(course.title)}`)! > 1;
    const title = isShared && teacher ? `${course.title} (${teacher.familyName})` : course.title;
    const known =
      school.courses.find((one) => one.outerId === outerId) ??
      school.courses.find(
        (one) =>
          one.outerId === null && one.yearId === yearId.get(year) && nameKey(one.title) === nameKey(title),
      );
    return { outerId, known: known?.id ?? null, year, title: known?.title ?? title, code: course.courseCode };
  });
}

function planPeriods(
  school: SchoolLists,
  classes: Map<string, ClassGroup>,
  courses: readonly PlannedCourse[],
): PlannedPeriod[] {
  const knownCourse = new Map(courses.map((course) => [course.outerId, course.known]));
  const byOuter = new Map(
    school.periods.flatMap((period) => (period.outerId ? [[period.outerId, period]] : [])),
  );
  const planned: PlannedPeriod[] = [];
  const numbers = new Map<string, Set<number>>();
  for (const [outerId, { row, course }] of classes) {
    const courseId = knownCourse.get(course) ?? null;
    const there = school.periods.filter((period) => period.courseId === courseId);
    const used = numbers.get(course) ?? new Set(there.map((period) => period.number));
    numbers.set(course, used);
    const wanted = numberOf(row);
    const same = byOuter.get(outerId);
    const known =
      (same?.courseId === courseId ? same : undefined) ??
      there.find((period) => period.outerId === null && wanted !== null && period.number === wanted);
    let number = known?.number ?? wanted ?? 1;
    if (!known) while (used.has(number)) number += 1;
    used.add(number);
    planned.push({ outerId, known: known?.id ?? null, course, number, label: row.title });
  }
  return planned;
}

/** The number of a class: its first period, else the last number in its code. */
function numberOf(row: RowOf<'classes'>): number | null {
  const found = /\d+/.exec(row.periods)?.[0] ?? /(\d+)\D*$/.exec(row.classCode)?.[1];
  const number = found === undefined ? null : Number(found);
  return number !== null && number <= HIGHEST_PERIOD ? number : null;
}

const staffRoles: Record<string, CourseStaffRole> = { teacher: 'co-teacher', aide: 'aide', proctor: 'aide' };

function planStaff({ lists, school, classes, courses, people, today, faults }: Planning): PlannedStaff[] {
  const knownCourse = new Map(courses.map((course) => [course.outerId, course.known]));
  const knownPerson = new Map(people.map((person) => [person.outerId, person]));
  const there = new Set(school.staff.map(({ courseId, personId }) => `${courseId} ${personId}`));
  const planned = new Map<string, PlannedStaff>();
  for (const row of lists.enrollments) {
    const role = staffRoles[row.role];
    const person = knownPerson.get(row.userSourcedId);
    const group = classes.get(row.classSourcedId);
    if (!role || !person || !group || person.candidates.length > 0) continue;
    const { course, teacher } = group;
    const known = knownCourse.get(course) ?? null;
    if (there.has(`${known} ${person.known}`) || isOver(row, today)) continue;
    // A student never becomes staff by a list: what staff may see is not theirs.
    if (isStudent(person)) faults.push(differs(row));
    else if (isToCome(row, today)) faults.push(notYet(row));
    else
      planned.set(`${course} ${person.outerId}`, {
        course,
        person: person.outerId,
        // Whose a course is that is here already is its teacher's and the office's to say.
        role: teacher === person.outerId && known === null ? 'teacher' : role,
      });
  }
  return [...planned.values()];
}

const differs = (row: RowOf<'enrollments'>): PackageFault => ({
  file: 'enrollments.csv',
  line: row.line,
  code: 'role-differs',
  found: row.userSourcedId,
});
const notYet = (row: RowOf<'enrollments'>): PackageFault => ({
  file: 'enrollments.csv',
  line: row.line,
  code: 'not-yet',
  found: row.beginDate,
});

function planSeats(planning: Planning): Pick<PackagePlan, 'seats' | 'leaving'> {
  const { lists, leftOut, school, classes, courses, periods, people, things, today, faults } = planning;
  const knownCourse = new Map(courses.map((course) => [course.outerId, course.known]));
  const knownPeriod = new Map(periods.map((period) => [period.outerId, period.known]));
  const byOuter = new Map(people.map((person) => [person.outerId, person]));
  const users = new Map(lists.users.map((row) => [row.sourcedId, row]));
  const seatOf = new Map(school.enrolments.map((seat) => [`${seat.courseId} ${seat.studentId}`, seat]));
  const periodOf = new Map(
    school.periods.flatMap((period) => (period.outerId ? [[period.outerId, period.courseId]] : [])),
  );
  /** The course here of a class: as it is planned, or as the class is known. */
  const courseOf = (classId: string): CourseId | null => {
    const group = classes.get(classId);
    return (group && knownCourse.get(group.course)) ?? periodOf.get(classId) ?? null;
  };
  const seats: PlannedSeat[] = [];
  /** Whoever is meant by a row, whatever becomes of it, does not leave. */
  const meant = new Set<string>();
  const placed = new Map<string, string>();
  for (const row of lists.enrollments) {
    if (isOver(row, today)) continue;
    const person = byOuter.get(row.userSourcedId);
    const group = classes.get(row.classSourcedId);
    const courseId = courseOf(row.classSourcedId);
    for (const id of person ? [person.known, ...person.candidates] : []) meant.add(`${courseId} ${id}`);
    if (row.role !== 'student' || !person || !group || person.candidates.length > 0) continue;
    if (!isStudent(person)) {
      faults.push(differs(row));
      continue;
    }
    const { course } = group;
    const before = placed.get(`${course} ${person.outerId}`);
    if (before !== undefined) {
      if (before !== row.classSourcedId)
        faults.push({
          file: 'enrollments.csv',
          line: row.line,
          code: 'two-periods',
          found: row.userSourcedId,
        });
      continue;
    }
    const seat = seatOf.get(`${courseId} ${person.known}`);
    if (isToCome(row, today)) {
      faults.push(notYet(row));
      continue;
    }
    placed.set(`${course} ${person.outerId}`, row.classSourcedId);
    const change = !seat
      ? 'joins'
      : seat.left
        ? 'comes back'
        : seat.periodId === knownPeriod.get(row.classSourcedId)
          ? null
          : 'moves';
    // Nobody is brought in anew with an account that is not to be used.
    if (change && users.get(person.outerId)!.enabledUser.toLowerCase() !== 'false')
      seats.push({ course, person: person.outerId, period: row.classSourcedId, change });
  }
  const nameOf = new Map(school.people.map((person) => [person.id, person]));
  const compared = new Set(courses.flatMap((course) => (course.known ? [course.known] : [])));
  const stays = whoStays(lists, leftOut, school, people, things, courseOf);
  const leaving = school.enrolments
    .filter(
      (seat) => compared.has(seat.courseId) && !seat.left && !meant.has(`${seat.courseId} ${seat.studentId}`),
    )
    .map(({ courseId, studentId }) => {
      const { last = '', first = '' } = nameOf.get(studentId) ?? {};
      return { courseId, studentId, last, first };
    })
    .filter(({ courseId, studentId, last, first }) => {
      if (!stays(courseId, studentId)) return true;
      const found = [last, first].filter(Boolean).join(', ');
      faults.push({ file: 'enrollments.csv', line: 0, code: 'stays', found });
      return false;
    });
  return { seats, leaving };
}
