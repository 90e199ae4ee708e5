import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { CourseId, Day, PeriodId, PersonId, YearId } from '../../ids';
import { comparePackage, type PackagePlan, type SchoolLists } from './comparePackage';
import { readPackage } from './readPackage';
import { madePackage, type MadeRows } from './testing/madePackage';

const today = '2026-11-28' as Day;
const empty: SchoolLists = { years: [], courses: [], periods: [], people: [], staff: [], enrolments: [] };

const read = (rows: MadeRows) => {
  const result = readPackage(madePackage(rows));
  if (!result.ok) throw new Error(JSON.stringify(result.faults));
  return result;
};
const planFor = (rows: MadeRows, school: SchoolLists) => {
  const { lists, leftOut } = read(rows);
  return comparePackage(lists, school, { leftOut, today });
};

/** The school as it is once a plan was carried out on it; whoever is asked about is left as they are. */
function carryOut(school: SchoolLists, plan: PackagePlan): SchoolLists {
  const idOf = <Id extends string>({ known, outerId }: { known: Id | null; outerId: string }) =>
    known ?? (`made-${outerId}` as Id);
  const people = new Map(school.people.map((one) => [one.id, one]));
  for (const { candidates, known, newName, newContact, newAddress, ...person } of plan.people) {
    if (candidates.length > 0) continue;
    const id = idOf({ known, outerId: person.outerId });
    const before = people.get(id);
    if (before && !newName && !newContact) people.set(id, { ...before, outerId: person.outerId });
    else people.set(id, { ...person, id });
    expect(newAddress).not.toBe('');
  }
  const course = new Map(plan.courses.map((one) => [one.outerId, idOf<CourseId>(one)]));
  const period = new Map(plan.periods.map((one) => [one.outerId, idOf<PeriodId>(one)]));
  const person = new Map(plan.people.map((one) => [one.outerId, idOf<PersonId>(one)]));
  const enrolments = new Map(school.enrolments.map((one) => [`${one.courseId} ${one.studentId}`, one]));
  for (const seat of plan.seats) {
    const courseId = course.get(seat.course)!;
    const studentId = person.get(seat.person)!;
    enrolments.set(`${courseId} ${studentId}`, {
      courseId,
      studentId,
      periodId: period.get(seat.period)!,
      left: false,
    });
  }
  for (const { courseId, studentId } of plan.leaving)
    enrolments.set(`${courseId} ${studentId}`, {
      ...enrolments.get(`${courseId} ${studentId}`)!,
      left: true,
    });
  const union = <Row extends { id: string }>(before: readonly Row[], now: Row[]) => [
    ...new Map([...before, ...now].map((row) => [row.id, row])).values(),
  ];
  return {
    years: union(
      school.years,
      plan.years.map((one) => ({ ...one, id: idOf<YearId>(one) })),
    ),
    courses: union(
      school.courses,
      plan.courses.map((one) => ({
        ...one,
        id: idOf<CourseId>(one),
        yearId: idOf<YearId>(plan.years.find(({ outerId }) => outerId === one.year)!),
      })),
    ),
    periods: union(
      school.periods,
      plan.periods.map((one) => ({ ...one, id: idOf<PeriodId>(one), courseId: course.get(one.course)! })),
    ),
    people: [...people.values()],
    staff: [
      ...school.staff,
      ...plan.staff.map((one) => ({
        courseId: course.get(one.course)!,
        personId: person.get(one.person)!,
        role: one.role,
      })),
    ],
    enrolments: [...enrolments.values()],
  };
}

const names = ['Abara', 'Berg', 'Chen', 'Demir', 'Eze', 'Fontaine', 'García', 'Haddad'];
const givens = ['Ada', 'Bruno', 'Chidi', 'Deniz', 'Elif', 'Farah', 'Giulia', 'Hana'];
const STUDENTS = names.length;

/** A school of a teacher, two classes and eight students. */
function base(): MadeRows {
  const students = names.map((familyName, i) => ({
    sourcedId: `s${i}`,
    familyName,
    givenName: givens[i]!,
    email: `${familyName.toLowerCase()}@x.example`.normalize('NFD').replace(/\p{M}/gu, ''),
    identifier: `10${i}`,
  }));
  return {
    academicSessions: [
      {
        sourcedId: 'y',
        title: '2026',
        type: 'schoolYear',
        startDate: '2026-08-25',
        endDate: '2027-07-15',
      },
    ],
    orgs: [{ sourcedId: 'o', name: 'School' }],
    courses: [{ sourcedId: 'c', title: 'Geography', schoolYearSourcedId: 'y' }],
    classes: ['k1', 'k2'].map((sourcedId, i) => ({
      sourcedId,
      title: `Geography ${i + 1}`,
      courseSourcedId: 'c',
      termSourcedIds: 'y',
      periods: String(i + 1),
    })),
    users: [{ sourcedId: 't', familyName: 'Tamsin', givenName: 'Imogen', email: 't@x.example' }, ...students],
    enrollments: [
      ...['k1', 'k2'].map((classSourcedId) => ({
        sourcedId: `e-t-${classSourcedId}`,
        classSourcedId,
        userSourcedId: 't',
        role: 'teacher',
        primary: 'true',
      })),
      ...students.map(({ sourcedId }, i) => ({
        sourcedId: `e-${sourcedId}`,
        classSourcedId: i % 2 ? 'k2' : 'k1',
        userSourcedId: sourcedId,
        role: 'student',
      })),
    ],
  };
}

/** One thing that a careless or hostile hand does to a package: to which student, what, and with whose. */
const change = fc.record({
  who: fc.nat(STUDENTS - 1),
  other: fc.nat(STUDENTS - 1),
  what: fc.constantFrom(
    'number',
    'email',
    'name',
    'id',
    'no email',
    'no number',
    'bad email',
    'no id',
    'bad role',
    'bad class',
    'bad user',
    'gone',
    'ended',
    'later',
    'moved',
    'married',
  ),
});
type Change = typeof change extends fc.Arbitrary<infer One> ? One : never;

function withChanges(changes: readonly Change[]): MadeRows {
  const made = base();
  for (const { who, other, what } of changes) {
    const user = made.users[who + 1]!;
    const theirs = base().users[other + 1]!;
    const seat = made.enrollments.find(({ sourcedId }) => sourcedId === `e-s${who}`);
    const set = (more: Record<string, string>) => Object.assign(user, more);
    const sit = (more: Record<string, string>) => void (seat && Object.assign(seat, more));
    if (what === 'number') set({ identifier: theirs.identifier! });
    if (what === 'email') set({ email: theirs.email! });
    if (what === 'name') set({ familyName: theirs.familyName!, givenName: theirs.givenName! });
    if (what === 'id') set({ sourcedId: `new-${who}` });
    if (what === 'id') sit({ userSourcedId: `new-${who}` });
    if (what === 'no email') set({ email: '' });
    if (what === 'no number') set({ identifier: '' });
    if (what === 'bad email') set({ email: 'none' });
    if (what === 'no id') set({ sourcedId: '' });
    if (what === 'bad role') sit({ role: 'pupil' });
    if (what === 'bad class') sit({ classSourcedId: 'k9' });
    if (what === 'bad user') sit({ userSourcedId: 'nobody' });
    if (what === 'gone') made.enrollments = made.enrollments.filter((row) => row !== seat);
    if (what === 'ended') sit({ endDate: '2026-10-01' });
    if (what === 'later') sit({ beginDate: '2027-01-10' });
    if (what === 'moved') sit({ classSourcedId: who % 2 ? 'k1' : 'k2' });
    if (what === 'married') set({ familyName: `${names[who]!}-Lind` });
  }
  return made;
}

const school = carryOut(empty, planFor(base(), empty));
const some = fc.array(change, { minLength: 1, maxLength: 6 });
const told = { seed: 12, numRuns: 400 };

test('nobody is taken for somebody on one thing alone, and nobody’s address changes unasked', () => {
  fc.assert(
    fc.property(some, (changes) => {
      const rows = withChanges(changes);
      const plan = planFor(rows, school);
      for (const person of plan.people) {
        const known = school.people.find(({ id }) => id === person.known);
        if (!known) continue;
        const row = rows.users.find(({ sourcedId }) => sourcedId === person.outerId)!;
        const agreeing = [
          known.outerId === row.sourcedId,
          known.email !== '' && known.email === row.email,
          known.number !== '' && known.number === row.identifier,
          known.last.split('-')[0] === row.familyName!.split('-')[0] && known.first === row.givenName,
        ].filter(Boolean).length;
        expect(agreeing).toBeGreaterThanOrEqual(2);
        expect(person.email).toBe(known.email);
      }
      const taken = plan.people.flatMap(({ known }) => known ?? []);
      expect(new Set(taken).size).toBe(taken.length);
    }),
    told,
  );
});

test('whoever leaves is not in the package any more, or their enrolment is over; rows that are faulty make nobody leave, and the teacher’s course stays one', () => {
  fc.assert(
    fc.property(some, (changes) => {
      const plan = planFor(withChanges(changes), school);
      for (const { studentId } of plan.leaving) {
        const who = Number(/s(\d+)$/.exec(studentId)![1]);
        const own = changes.filter((one) => one.who === who).map(({ what }) => what);
        expect(own.some((what) => what === 'gone' || what === 'ended')).toBe(true);
      }
      expect(plan.courses.map(({ known }) => known)).toEqual(['made-c/t/y']);
    }),
    told,
  );
});

test('carried out, a package changes nothing when it comes again', () => {
  fc.assert(
    fc.property(some, (changes) => {
      const rows = withChanges(changes);
      const after = carryOut(school, planFor(rows, school));
      const again = planFor(rows, after);
      expect([again.seats, again.leaving, again.staff]).toEqual([[], [], []]);
      expect(again.people.filter(({ newName, newContact }) => newName || newContact)).toEqual([]);
      expect(again.people.filter(({ known, candidates }) => !known && candidates.length === 0)).toEqual([]);
    }),
    told,
  );
});
