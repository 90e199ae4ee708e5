import type { CourseId, Day, PeriodId, PersonId, YearId } from '../../ids';
import type { CourseStaffRole, Standing } from '../../access/roles';
import { HIGHEST_PERIOD } from '../../calendar/meetings';
import { nameKey } from '../../naming/makeLegal';
import { NameIndex, plainName } from '../areAlike';
import type { ListedPerson } from '../judgeRows';
import type { PackageFault, RowOf } from './columns';
import type { RosterPackage } from './readPackage';

/** What the school has, as far as a package can change it. `outerId` is the package's own id, once one was applied. */
export interface SchoolLists {
  years: { id: YearId; outerId: string | null; label: string; startsOn: Day; endsOn: Day }[];
  /** `isOver`: its year has ended, so that nothing in it changes. */
  courses: { id: CourseId; outerId: string | null; yearId: YearId; title: string; isOver?: boolean }[];
  periods: { id: PeriodId; outerId: string | null; courseId: CourseId; number: number }[];
  people: (ListedPerson & { id: PersonId; outerId: string | null; standing: Standing })[];
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
export interface PlannedPerson extends ListedPerson {
  outerId: string;
  known: PersonId | null;
  standing: Standing;
  /** Whether somebody known takes another name. */
  newName: boolean;
  /** Whether their address, username or number changes; what the package leaves empty is not taken away. */
  newContact: boolean;
  /** Whom in the school they may be; somebody has to say before anything is done with them. */
  candidates: PersonId[];
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

/**
 * Compares a package with the school. Classes of one course under one teacher are the periods of one course here.
 * People are found by the package's own id, then e-mail address, then student number; a name that is only alike is
 * asked about. `same` holds what was answered: the person meant, or null for somebody new.
 */
export function comparePackage(
  lists: RosterPackage,
  school: SchoolLists,
  same: ReadonlyMap<string, PersonId | null> = new Map(),
): PackagePlan {
  const faults: PackageFault[] = [];
  const classes = groupClasses(lists);
  const years = planYears(lists, school, classes);
  const courses = planCourses(lists, school, classes, years);
  const periods = planPeriods(school, classes, courses);
  const people = planPeople(lists, school, same);
  const staff = planStaff(lists, school, classes, courses, people);
  const { seats, leaving } = planSeats(lists, school, classes, courses, periods, people, faults);
  return withoutEnded(school, { years, courses, periods, people, staff, seats, leaving, faults });
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

interface ClassGroup {
  row: RowOf<'classes'>;
  year: string;
  course: string;
  /** The user who teaches it; '' where nobody does. */
  teacher: string;
}

/** Each class with its school year and the course it is a period of. */
function groupClasses(lists: RosterPackage): Map<string, ClassGroup> {
  const sessions = new Map(lists.academicSessions.map((row) => [row.sourcedId, row]));
  const courses = new Map(lists.courses.map((row) => [row.sourcedId, row]));
  const yearOf = (id: string): string => {
    // A loop of parents must not keep anybody waiting.
    for (
      let at = sessions.get(id), steps = 0;
      at && steps < 10;
      at = sessions.get(at.parentSourcedId), steps += 1
    )
      if (at.type === 'schoolYear') return at.sourcedId;
    return '';
  };
  const teacherOf = new Map<string, string>();
  for (const row of lists.enrollments) {
    if (row.role !== 'teacher') continue;
    if (row.primary === 'true' || !teacherOf.has(row.classSourcedId))
      teacherOf.set(row.classSourcedId, row.userSourcedId);
  }
  const groups = new Map<string, ClassGroup>();
  for (const row of lists.classes) {
    const term = row.termSourcedIds.split(',')[0]!.trim();
    const year = yearOf(term) || courses.get(row.courseSourcedId)?.schoolYearSourcedId || term;
    const teacher = teacherOf.get(row.sourcedId) ?? '';
    const course = [row.courseSourcedId, teacher, year].join('/');
    groups.set(row.sourcedId, { row, year, course, teacher });
  }
  return groups;
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
    const known =
      byOuter.get(outerId) ??
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

function planPeople(
  lists: RosterPackage,
  school: SchoolLists,
  same: ReadonlyMap<string, PersonId | null>,
): PlannedPerson[] {
  const byOuter = new Map(school.people.flatMap((one) => (one.outerId ? [[one.outerId, one]] : [])));
  const byEmail = new Map(school.people.flatMap((one) => (one.email ? [[nameKey(one.email), one]] : [])));
  const byNumber = new Map(school.people.flatMap((one) => (one.number ? [[one.number, one]] : [])));
  const byId = new Map(school.people.map((one) => [one.id, one]));
  const names = new NameIndex(school.people.filter((one) => one.outerId === null));
  const staffUsers = new Set(
    lists.enrollments.flatMap((row) => (row.role === 'student' ? [] : [row.userSourcedId])),
  );
  const wanted = new Set(lists.enrollments.map((row) => row.userSourcedId));
  return lists.users
    .filter((row) => wanted.has(row.sourcedId))
    .map((row) => {
      const person = personOf(row);
      const standing: Standing = staffUsers.has(row.sourcedId) ? 'teacher' : 'student';
      const answer = same.get(row.sourcedId);
      const known =
        byOuter.get(row.sourcedId) ??
        (answer ? byId.get(answer) : undefined) ??
        (person.email ? byEmail.get(nameKey(person.email)) : undefined) ??
        (person.number ? byNumber.get(person.number) : undefined);
      const isSameKind = (other: (typeof school.people)[number]) =>
        (other.standing === 'student') === (standing === 'student');
      const alike = known || answer === null ? [] : names.alike(plainName(person), isSameKind);
      const contact = {
        email: person.email || (known?.email ?? ''),
        username: person.username || (known?.username ?? ''),
        number: person.number || (known?.number ?? ''),
      };
      return {
        ...person,
        ...contact,
        outerId: row.sourcedId,
        known: known?.id ?? null,
        standing,
        newName: known !== undefined && (known.last !== person.last || known.first !== person.first),
        newContact:
          known !== undefined &&
          (known.email !== contact.email ||
            known.username !== contact.username ||
            known.number !== contact.number),
        candidates: alike.map((one) => one.id),
      };
    });
}

function personOf(row: RowOf<'users'>): ListedPerson {
  const last = row.familyName || row.givenName;
  const first = row.familyName ? [row.givenName, row.middleName].filter(Boolean).join(' ') : '';
  const called = row.preferredGivenName && row.preferredGivenName !== first ? row.preferredGivenName : '';
  return { last, first, called, email: row.email, username: row.username, number: row.identifier };
}

const staffRoles: Record<string, CourseStaffRole> = { teacher: 'co-teacher', aide: 'aide', proctor: 'aide' };

function planStaff(
  lists: RosterPackage,
  school: SchoolLists,
  classes: Map<string, ClassGroup>,
  courses: readonly PlannedCourse[],
  people: readonly PlannedPerson[],
): PlannedStaff[] {
  const knownCourse = new Map(courses.map((course) => [course.outerId, course.known]));
  const knownPerson = new Map(people.map((person) => [person.outerId, person]));
  const there = new Set(school.staff.map(({ courseId, personId }) => `${courseId} ${personId}`));
  const planned = new Map<string, PlannedStaff>();
  for (const row of lists.enrollments) {
    const role = staffRoles[row.role];
    const person = knownPerson.get(row.userSourcedId);
    if (!role || !person || person.candidates.length > 0) continue;
    const { course, teacher } = classes.get(row.classSourcedId)!;
    if (there.has(`${knownCourse.get(course)} ${person.known}`)) continue;
    planned.set(`${course} ${person.outerId}`, {
      course,
      person: person.outerId,
      role: teacher === person.outerId ? 'teacher' : role,
    });
  }
  return [...planned.values()];
}

function planSeats(
  lists: RosterPackage,
  school: SchoolLists,
  classes: Map<string, ClassGroup>,
  courses: readonly PlannedCourse[],
  periods: readonly PlannedPeriod[],
  people: readonly PlannedPerson[],
  faults: PackageFault[],
): Pick<PackagePlan, 'seats' | 'leaving'> {
  const knownCourse = new Map(courses.map((course) => [course.outerId, course.known]));
  const knownPeriod = new Map(periods.map((period) => [period.outerId, period.known]));
  const byOuter = new Map(people.map((person) => [person.outerId, person]));
  const seatOf = new Map(school.enrolments.map((seat) => [`${seat.courseId} ${seat.studentId}`, seat]));
  const seats: PlannedSeat[] = [];
  /** Whoever is meant by a row, whatever becomes of it, does not leave. */
  const meant = new Set<string>();
  const placed = new Map<string, string>();
  for (const row of lists.enrollments) {
    if (row.role !== 'student') continue;
    const person = byOuter.get(row.userSourcedId);
    if (!person) continue;
    const { course } = classes.get(row.classSourcedId)!;
    const courseId = knownCourse.get(course) ?? null;
    for (const id of [person.known, ...person.candidates]) meant.add(`${courseId} ${id}`);
    if (person.candidates.length > 0) continue;
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
    placed.set(`${course} ${person.outerId}`, row.classSourcedId);
    const seat = seatOf.get(`${courseId} ${person.known}`);
    const change = !seat
      ? 'joins'
      : seat.left
        ? 'comes back'
        : seat.periodId === knownPeriod.get(row.classSourcedId)
          ? null
          : 'moves';
    if (change) seats.push({ course, person: person.outerId, period: row.classSourcedId, change });
  }
  const nameOf = new Map(school.people.map((person) => [person.id, person]));
  const compared = new Set(courses.flatMap((course) => (course.known ? [course.known] : [])));
  const leaving = school.enrolments
    .filter(
      (seat) => compared.has(seat.courseId) && !seat.left && !meant.has(`${seat.courseId} ${seat.studentId}`),
    )
    .map(({ courseId, studentId }) => {
      const { last = '', first = '' } = nameOf.get(studentId) ?? {};
      return { courseId, studentId, last, first };
    });
  return { seats, leaving };
}
