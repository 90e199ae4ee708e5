import { describe, expect, test } from '@jest/globals';
import type { CourseId, Day, PeriodId, PersonId, YearId } from '../../ids';
import { comparePackage as compare, type SchoolLists } from './comparePackage';
import type { PackageAnswers } from './matchPeople';
import type { ReadPackage, RosterPackage } from './readPackage';
import { edit, readSmallSchool as read } from './testing/smallSchool';

const emptySchool: SchoolLists = {
  years: [],
  courses: [],
  periods: [],
  people: [],
  staff: [],
  enrolments: [],
};
const lists = () => {
  const result = read();
  if (!result.ok) throw new Error('the package is good');
  return result.lists;
};

const today = '2026-11-28' as Day;
const nothingLeftOut = () => {
  const none = readOk();
  return none.leftOut;
};
const readOk = (change?: Parameters<typeof read>[0]) => {
  const result: ReadPackage = read(change);
  if (!result.ok) throw new Error(JSON.stringify(result.faults));
  return result;
};
const comparePackage = (
  package_: RosterPackage,
  school: SchoolLists,
  same: PackageAnswers['same'] = new Map(),
  addresses: readonly string[] = [],
) =>
  compare(package_, school, {
    leftOut: nothingLeftOut(),
    today,
    answers: { same, addresses: new Set(addresses) },
  });
/** A package with what was left out of it. */
const compareRead = (change: Parameters<typeof read>[0], school: SchoolLists, day = today) => {
  const { lists: read_, leftOut, faults } = readOk(change);
  const plan = compare(read_, school, { leftOut, today: day });
  return { ...plan, faults: [...faults, ...plan.faults] };
};

describe('comparePackage', () => {
  test('makes of an empty school what the package says: classes of one teacher are periods of one course', () => {
    const plan = comparePackage(lists(), emptySchool);
    expect(plan.years).toMatchObject([
      { outerId: 'y26', known: null, label: '2026-27', terms: [{ name: 'Autumn' }] },
    ]);
    expect(plan.courses.map(({ title, known }) => [title, known])).toEqual([
      ['Geography', null],
      ['Botany', null],
    ]);
    expect(plan.periods.map(({ number, label }) => [number, label])).toEqual([
      [2, 'Geography 2'],
      [3, 'Geography 3'],
      [4, 'Botany'],
    ]);
    expect(plan.people.map(({ last, called, standing }) => [last, called, standing])).toEqual([
      ['Tamsin', '', 'teacher'],
      ['Abara', '', 'student'],
      ['Đặng', 'Mai', 'student'],
    ]);
    expect(plan.staff).toMatchObject([{ person: 'u1', role: 'teacher' }]);
    expect(plan.seats.map(({ person, period, change }) => [person, period, change])).toEqual([
      ['u2', 'k1', 'joins'],
      ['u3', 'k2', 'joins'],
      ['u3', 'k3', 'joins'],
    ]);
    expect(plan.leaving).toEqual([]);
  });

  /** The school as it is once the package was applied. */
  const applied = (): SchoolLists => {
    const plan = comparePackage(lists(), emptySchool);
    return {
      years: plan.years.map((year) => ({ ...year, id: year.outerId as YearId })),
      courses: plan.courses.map((course) => ({
        ...course,
        id: course.outerId as CourseId,
        yearId: course.year as YearId,
      })),
      periods: plan.periods.map((period) => ({
        ...period,
        id: period.outerId as PeriodId,
        courseId: period.course as CourseId,
      })),
      people: plan.people.map((person) => ({ ...person, id: person.outerId as PersonId })),
      staff: plan.staff.map(({ course, person, role }) => ({
        courseId: course as CourseId,
        personId: person as PersonId,
        role,
      })),
      enrolments: plan.seats.map((seat) => ({
        courseId: seat.course as CourseId,
        studentId: seat.person as PersonId,
        periodId: seat.period as PeriodId,
        left: false,
      })),
    };
  };

  test('applied again, it changes nothing', () => {
    const plan = comparePackage(lists(), applied());
    expect([plan.staff, plan.seats, plan.leaving, plan.faults]).toEqual([[], [], [], []]);
    const made = [...plan.years, ...plan.courses, ...plan.periods, ...plan.people];
    expect(made.every(({ known }) => known !== null)).toBe(true);
  });

  test('changes nothing in courses of a year that has ended, and tells of those in which something would have changed', () => {
    const school = applied();
    const [left, ...stay] = school.enrolments;
    const isOver = (courseId: CourseId) => courseId === left!.courseId;
    const plan = comparePackage(lists(), {
      ...school,
      courses: school.courses.map((course) => ({ ...course, isOver: isOver(course.id) })),
      // One is missing here and would join; somebody else is not in the package and would leave.
      enrolments: [
        ...stay,
        { courseId: left!.courseId, studentId: 'u1' as PersonId, periodId: left!.periodId, left: false },
      ],
    });
    expect([plan.seats, plan.leaving, plan.staff]).toEqual([[], [], []]);
    const { title } = school.courses.find(({ id }) => isOver(id))!;
    expect(plan.faults).toEqual([{ file: 'courses.csv', line: 0, code: 'year-over', found: title }]);
  });

  test('tells who moves, leaves, comes back and has a new name', () => {
    const school = applied();
    const change = (texts: Map<string, string>) => {
      edit('enrollments.csv', 'e4,,,k2,o1,u3', 'e4,,,k1,o1,u3')(texts);
      edit('enrollments.csv', /^e3,.*\r\n/m, '')(texts);
      edit('users.csv', 'Thị Mai,Đặng', 'Thị Mai,Đặng-Berg')(texts);
    };
    const result = read(change);
    const plan = comparePackage(result.ok ? result.lists : lists(), school);
    expect(plan.seats.map(({ person, period, change: what }) => [person, period, what])).toEqual([
      ['u3', 'k1', 'moves'],
    ]);
    expect(plan.leaving.map(({ studentId }) => studentId)).toEqual(['u2']);
    expect(plan.people.filter(({ newName }) => newName).map(({ last }) => last)).toEqual(['Đặng-Berg']);
    const away = school.enrolments.map((seat) => ({ ...seat, left: seat.studentId === 'u2' }));
    const back = comparePackage(lists(), { ...school, enrolments: away });
    expect(back.seats.map(({ person, change: what }) => [person, what])).toEqual([['u2', 'comes back']]);
  });

  test('an address that signs in changes only with a yes; what the package leaves empty is not taken away', () => {
    const school = applied();
    const withNumbers = { ...school, people: school.people.map((one) => ({ ...one, number: '77' })) };
    const result = readOk(edit('users.csv', 'cabara@x.example', 'chidi@x.example'));
    const contactOf = (id: string, addresses: string[] = []) => {
      const plan = comparePackage(result.lists, withNumbers, new Map(), addresses);
      const { email, number, newContact, newAddress } = plan.people.find(({ outerId }) => outerId === id)!;
      return { email, number, newContact, newAddress };
    };
    // The package knows another number of u2, and none of u1.
    const asked = { email: 'cabara@x.example', newAddress: 'chidi@x.example' };
    expect(contactOf('u2')).toEqual({ ...asked, number: '1001', newContact: true });
    expect(contactOf('u2', ['u2'])).toMatchObject({ email: 'chidi@x.example', newAddress: null });
    expect(contactOf('u1')).toMatchObject({ email: 'itamsin@x.example', number: '77', newContact: false });
    expect(comparePackage(lists(), school).people.some(({ newContact }) => newContact)).toBe(false);
  });

  const known = (last: string, first: string, more: object = {}) => ({
    id: `k-${last}` as PersonId,
    outerId: null,
    last,
    first,
    called: '',
    email: '',
    username: '',
    number: '',
    standing: 'student' as const,
    ...more,
  });

  test.each([
    ['a number that is somebody’s, under another name and address', { number: '1001' }],
    ['an address that is somebody’s, under another name', { email: 'cabara@x.example' }],
    [
      'an id of a package before, with all else another',
      { outerId: 'u2', email: 'z@x.example', number: '9' },
    ],
  ])('%s makes nobody of another: it is asked', (_name, more) => {
    const people = [known('Zubiri', 'Oihana', more)];
    const plan = comparePackage(lists(), { ...emptySchool, people });
    expect(plan.people.find(({ outerId }) => outerId === 'u2')).toMatchObject({
      known: null,
      candidates: ['k-Zubiri'],
    });
    expect(plan.seats.some(({ person }) => person === 'u2')).toBe(false);
  });

  test('who fits two people by one thing each is asked about with both; who fits by three things is them, whoever has the address', () => {
    const people = [
      known('Zubiri', 'Oihana', { number: '1001' }),
      known('Ünal', 'Deniz', { email: 'cabara@x.example' }),
    ];
    const user = (school: typeof people) =>
      comparePackage(lists(), { ...emptySchool, people: school }).people.find(
        ({ outerId }) => outerId === 'u2',
      )!;
    expect(user(people).candidates.toSorted()).toEqual(['k-Zubiri', 'k-Ünal']);
    const three = [
      known('Abara', 'Chidi', { outerId: 'u2', number: '1001', email: 'old@x.example' }),
      people[1]!,
    ];
    // The address is another's: it stays theirs.
    expect(user(three)).toMatchObject({ known: 'k-Abara', email: 'old@x.example', newAddress: null });
  });

  test('a new name with the id and the number as before is a new name', () => {
    const result = readOk(edit('users.csv', 'Chidi,Abara', 'Chidi,Okafor-Abara'));
    const plan = comparePackage(result.lists, applied());
    expect(plan.people.find(({ outerId }) => outerId === 'u2')).toMatchObject({
      known: 'u2',
      newName: true,
      newAddress: null,
    });
  });

  test('two users who would be one person are both asked about', () => {
    const people = [known('Abara', 'Chidi', { email: 'cabara@x.example' })];
    const change = edit('users.csv', /^u3,.*$/m, 'u3,,,true,,,Chidi,Abara,,1001,,,,,,,,,,,,,');
    const { lists: doubled } = readOk(change);
    const plan = comparePackage(doubled, {
      ...emptySchool,
      people: people.map((one) => ({ ...one, number: '1001' })),
    });
    const candidates = ['u2', 'u3'].map(
      (id) => plan.people.find(({ outerId }) => outerId === id)!.candidates,
    );
    expect(candidates).toEqual([['k-Abara'], ['k-Abara']]);
    expect(plan.faults.map(({ code }) => code)).toEqual(['same-person', 'same-person']);
  });

  describe('a row that was left out makes nobody leave', () => {
    const leaves = (change: Parameters<typeof read>[0]) => {
      const { leaving, faults } = compareRead(change, applied());
      return [
        leaving.map(({ studentId }) => studentId),
        faults.filter(({ code }) => code === 'stays').length,
      ];
    };
    test.each<[string, Parameters<typeof read>[0], unknown]>([
      ['a user with a bad address', edit('users.csv', 'cabara@x.example', 'cabara'), [[], 1]],
      ['a user without an id', edit('users.csv', /^u2,/m, ','), [[], 1]],
      ['a user who is not there any more', edit('users.csv', /^u3,.*\r\n/m, ''), [[], 2]],
      ['a role that is none', edit('enrollments.csv', 'u2,student', 'u2,pupil'), [[], 1]],
      ['a user’s id that is nobody’s', edit('enrollments.csv', ',u2,student', ',u22,student'), [[], 1]],
      ['a class that is none', edit('enrollments.csv', ',k1,o1,u2,', ',k7,o1,u2,'), [[], 1]],
      ['a class without a title', edit('classes.csv', 'k1,,,Geography 2', 'k1,,,'), [[], 1]],
      ['nothing left out: who is not in it leaves', edit('enrollments.csv', /^e3,.*\r\n/m, ''), [['u2'], 0]],
    ])('%s', (_name, change, expected) => {
      expect(leaves(change)).toEqual(expected);
    });
  });

  test('a class whose teacher’s row is faulty stays a period of its course, also in an empty school', () => {
    const faulty = edit('enrollments.csv', 'u1,teacher,true', 'u1,Teacher,true');
    const twice = compareRead(faulty, applied());
    expect(twice.courses.every((course) => course.known !== null)).toBe(true);
    expect([twice.leaving, twice.staff]).toEqual([[], []]);
    const first = compareRead(faulty, emptySchool);
    expect(first.courses.map(({ title }) => title)).toEqual(['Geography', 'Botany']);
    expect(first.periods.filter(({ course }) => course === first.courses[0]!.outerId)).toHaveLength(2);
  });

  test('another teacher takes over: the course stays one, and is given to nobody', () => {
    const plan = compareRead(edit('enrollments.csv', /u1,teacher,true/g, 'u4,teacher,true'), applied());
    expect(plan.courses.every((course) => course.known !== null)).toBe(true);
    expect(plan.staff.map(({ person, role }) => [person, role])).toEqual([['u4', 'co-teacher']]);
  });

  test('enrolments that are over or to come: one leaves, the other waits; nobody is made for either', () => {
    const dated = (begin: string, end: string) =>
      edit('enrollments.csv', 'u2,student,false,,', `u2,student,false,${begin},${end}`);
    const over = compareRead(dated('2026-08-25', '2026-11-28'), applied());
    expect(over.leaving.map(({ studentId }) => studentId)).toEqual(['u2']);
    const lastDay = compareRead(dated('2026-08-25', '2026-11-29'), applied());
    expect(lastDay.leaving).toEqual([]);
    const later = compareRead(dated('2026-12-01', ''), applied());
    expect([later.leaving, later.faults.map(({ code }) => code)]).toEqual([[], ['not-yet']]);
    for (const change of [dated('', '2026-01-01'), dated('2027-01-01', '')])
      expect(compareRead(change, emptySchool).people.map(({ outerId }) => outerId)).not.toContain('u2');
  });

  test('an account that is not to be used is not made, and who is here stays', () => {
    const off = edit('users.csv', 'u2,,,true', 'u2,,,false');
    const fresh = compareRead(off, emptySchool);
    expect(fresh.people.map(({ outerId }) => outerId)).not.toContain('u2');
    expect(fresh.faults.map(({ code }) => code)).toEqual(['not-enabled']);
    const again = compareRead(off, applied());
    expect([again.leaving, again.seats]).toEqual([[], []]);
  });

  test('a student does not become staff by a list', () => {
    const plan = compareRead(edit('enrollments.csv', 'u2,student', 'u2,teacher'), applied());
    expect([plan.staff, plan.leaving]).toEqual([[], []]);
    expect(plan.faults.map(({ code, found }) => [code, found])).toContainEqual(['role-differs', 'u2']);
    const roles = compareRead((texts) => {
      edit('enrollments.csv', 'u2,student', 'u2,aide')(texts);
      const header = texts.get('roles.csv')!.trim();
      texts.set('roles.csv', `${header}\r\nr1,,,u2,primary,student,,,o1,\r\n`);
    }, emptySchool);
    expect(roles.staff.map(({ person }) => person)).not.toContain('u2');
    expect(roles.people.find(({ outerId }) => outerId === 'u2')!.standing).toBe('student');
  });

  test('an address and a name are enough; a name that is only alike is asked about, and nobody is doubled', () => {
    const people = [known('Abara', 'Chi', { email: 'CABARA@x.example' }), known('Dang', 'Thi Mai')];
    const plan = comparePackage(lists(), { ...emptySchool, people });
    const user = (id: string) => plan.people.find(({ outerId }) => outerId === id)!;
    expect(user('u2')).toMatchObject({ known: 'k-Abara', newName: true });
    expect(user('u3')).toMatchObject({ known: null, candidates: ['k-Dang'] });
    // Until somebody says who she is, she is seated nowhere.
    expect(plan.seats.map(({ person }) => person)).toEqual(['u2']);
    const same = comparePackage(lists(), { ...emptySchool, people }, new Map([['u3', 'k-Dang' as PersonId]]));
    expect(same.people.find(({ outerId }) => outerId === 'u3')).toMatchObject({
      known: 'k-Dang',
      candidates: [],
    });
    const other = comparePackage(lists(), { ...emptySchool, people }, new Map([['u3', null]]));
    expect(other.people.find(({ outerId }) => outerId === 'u3')).toMatchObject({
      known: null,
      candidates: [],
    });
    expect(other.seats.filter(({ person }) => person === 'u3')).toHaveLength(2);
  });

  test('takes up a year and a course that were made by hand', () => {
    const school: SchoolLists = {
      ...emptySchool,
      years: [
        {
          id: 'y' as YearId,
          outerId: null,
          label: 'This year',
          startsOn: '2026-08-25' as Day,
          endsOn: '2027-07-15' as Day,
        },
      ],
      courses: [{ id: 'c' as CourseId, outerId: null, yearId: 'y' as YearId, title: 'geography' }],
      periods: [{ id: 'h' as PeriodId, outerId: null, courseId: 'c' as CourseId, number: 3 }],
    };
    const plan = comparePackage(lists(), school);
    expect(plan.years[0]).toMatchObject({ known: 'y', label: 'This year' });
    expect(plan.courses[0]).toMatchObject({ known: 'c', title: 'geography' });
    expect(plan.periods.map(({ known: id, number }) => [id, number])).toEqual([
      [null, 2],
      ['h', 3],
      [null, 4],
    ]);
  });

  test('somebody in two classes of one course sits in the first and is told of', () => {
    const result = read(edit('enrollments.csv', 'e4,,,k2,o1,u3', 'e4,,,k2,o1,u2'));
    const plan = comparePackage(result.ok ? result.lists : lists(), emptySchool);
    expect(plan.seats.filter(({ person }) => person === 'u2').map(({ period }) => period)).toEqual(['k1']);
    expect(plan.faults.map(({ code, found }) => [code, found])).toEqual([['two-periods', 'u2']]);
  });
});
