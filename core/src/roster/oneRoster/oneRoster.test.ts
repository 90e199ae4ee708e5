import { describe, expect, test } from '@jest/globals';
import type { CourseId, Day, PeriodId, PersonId, YearId } from '../../ids';
import { packageColumns, type PackageFile } from './columns';
import { comparePackage, type SchoolLists } from './comparePackage';
import { readPackage } from './readPackage';
import { madePackage, type MadeRows } from './testing/madePackage';

const rows: MadeRows = {
  academicSessions: [
    {
      sourcedId: 'y26',
      title: '2026-27',
      type: 'schoolYear',
      startDate: '2026-08-25',
      endDate: '2027-07-15',
      schoolYear: '2027',
    },
    {
      sourcedId: 't1',
      title: 'Autumn',
      type: 'term',
      startDate: '2026-08-25',
      endDate: '2026-12-18',
      parentSourcedId: 'y26',
      schoolYear: '2027',
    },
  ],
  orgs: [{ sourcedId: 'o1', name: 'Larkmoor School', type: 'school' }],
  courses: [
    {
      sourcedId: 'c1',
      schoolYearSourcedId: 'y26',
      title: 'Geography',
      courseCode: 'GEO',
      orgSourcedId: 'o1',
    },
    { sourcedId: 'c2', schoolYearSourcedId: 'y26', title: 'Botany', courseCode: 'BOT', orgSourcedId: 'o1' },
  ],
  classes: [
    {
      sourcedId: 'k1',
      title: 'Geography 2',
      courseSourcedId: 'c1',
      classCode: 'GEO-2',
      classType: 'scheduled',
      schoolSourcedId: 'o1',
      termSourcedIds: 't1',
      periods: '2',
    },
    {
      sourcedId: 'k2',
      title: 'Geography 3',
      courseSourcedId: 'c1',
      classCode: 'GEO-3',
      classType: 'scheduled',
      schoolSourcedId: 'o1',
      termSourcedIds: 't1',
      periods: '3',
    },
    {
      sourcedId: 'k3',
      title: 'Botany',
      courseSourcedId: 'c2',
      classCode: 'BOT-4',
      classType: 'scheduled',
      schoolSourcedId: 'o1',
      termSourcedIds: 'y26',
    },
  ],
  users: [
    {
      sourcedId: 'u1',
      enabledUser: 'true',
      username: 'itamsin',
      givenName: 'Imogen',
      familyName: 'Tamsin',
      email: 'itamsin@x.example',
    },
    {
      sourcedId: 'u2',
      enabledUser: 'true',
      username: 'cabara',
      givenName: 'Chidi',
      familyName: 'Abara',
      identifier: '1001',
      email: 'cabara@x.example',
    },
    {
      sourcedId: 'u3',
      enabledUser: 'true',
      username: 'mdang',
      givenName: 'Thị Mai',
      familyName: 'Đặng',
      preferredGivenName: 'Mai',
      identifier: '1002',
    },
    { sourcedId: 'u4', enabledUser: 'true', username: 'nobody', givenName: 'Not', familyName: 'Enrolled' },
  ],
  enrollments: [
    {
      sourcedId: 'e1',
      classSourcedId: 'k1',
      schoolSourcedId: 'o1',
      userSourcedId: 'u1',
      role: 'teacher',
      primary: 'true',
    },
    {
      sourcedId: 'e2',
      classSourcedId: 'k2',
      schoolSourcedId: 'o1',
      userSourcedId: 'u1',
      role: 'teacher',
      primary: 'true',
    },
    {
      sourcedId: 'e3',
      classSourcedId: 'k1',
      schoolSourcedId: 'o1',
      userSourcedId: 'u2',
      role: 'student',
      primary: 'false',
    },
    {
      sourcedId: 'e4',
      classSourcedId: 'k2',
      schoolSourcedId: 'o1',
      userSourcedId: 'u3',
      role: 'student',
      primary: 'false',
    },
    {
      sourcedId: 'e5',
      classSourcedId: 'k3',
      schoolSourcedId: 'o1',
      userSourcedId: 'u3',
      role: 'student',
      primary: 'false',
    },
  ],
};

const read = (change: (texts: Map<string, string>) => void = () => undefined) => {
  const texts = madePackage(rows);
  change(texts);
  return readPackage(texts);
};
const codes = (result: ReturnType<typeof read>) =>
  result.faults.map(({ file, code, line }) => [file, code, line]);
const edit = (file: string, from: string | RegExp, to: string) => (texts: Map<string, string>) =>
  void texts.set(file, texts.get(file)!.replace(from, to));

describe('readPackage', () => {
  test('reads a package written from the standard’s field lists', () => {
    const result = read();
    expect(result).toMatchObject({ ok: true, faults: [] });
    if (result.ok)
      expect(result.lists.users.map(({ familyName }) => familyName)).toEqual([
        'Tamsin',
        'Abara',
        'Đặng',
        'Enrolled',
      ]);
  });

  test('columns of one’s own may follow the standard’s', () => {
    const texts = madePackage(rows);
    const [header, ...lines] = texts.get('orgs.csv')!.trim().split('\r\n');
    texts.set('orgs.csv', [`${header},metadata.town`, ...lines.map((line) => `${line},Lark`)].join('\r\n'));
    expect(readPackage(texts)).toMatchObject({ ok: true });
  });

  test.each<[string, (texts: Map<string, string>) => void, unknown[]]>([
    ['without a manifest', (texts) => void texts.delete('manifest.csv'), ['manifest.csv', 'no-manifest', 0]],
    [
      'of another version',
      edit('manifest.csv', 'oneroster.version,1.2', 'oneroster.version,1.1'),
      ['manifest.csv', 'other-version', 0],
    ],
    [
      'with only changes',
      edit('manifest.csv', 'file.users,bulk', 'file.users,delta'),
      ['users.csv', 'not-bulk', 0],
    ],
    [
      'with a list that is absent',
      edit('manifest.csv', 'file.classes,bulk', 'file.classes,absent'),
      ['classes.csv', 'not-bulk', 0],
    ],
    [
      'that lacks a file it names',
      (texts) => void texts.delete('users.csv'),
      ['users.csv', 'file-missing', 0],
    ],
    [
      'with its columns in another order',
      edit('users.csv', 'givenName,familyName', 'familyName,givenName'),
      ['users.csv', 'wrong-columns', 1],
    ],
    [
      'with a column that is nobody’s',
      edit('orgs.csv', 'parentSourcedId', 'parentSourcedId,shoeSize'),
      ['orgs.csv', 'wrong-columns', 1],
    ],
    [
      'with a quote that does not end',
      edit('courses.csv', 'Botany', '"Botany'),
      ['courses.csv', 'unreadable', 3],
    ],
  ])('refuses one %s as a whole, naming the file', (_name, change, fault) => {
    const result = read(change);
    expect(result.ok).toBe(false);
    expect(codes(result)).toEqual([fault]);
  });

  test.each<[string, (texts: Map<string, string>) => void, unknown[]]>([
    [
      'an id that is not there',
      edit('enrollments.csv', ',k2,o1,u3', ',k9,o1,u3'),
      [['enrollments.csv', 'unknown-id', 5]],
    ],
    [
      'a user that is not there',
      edit('users.csv', /^u3,.*\r\n/m, ''),
      [
        ['enrollments.csv', 'unknown-id', 5],
        ['enrollments.csv', 'unknown-id', 6],
      ],
    ],
    [
      'an id that stands twice',
      edit('users.csv', /^u3,/m, 'u2,'),
      [
        ['users.csv', 'id-twice', 4],
        ['enrollments.csv', 'unknown-id', 5],
        ['enrollments.csv', 'unknown-id', 6],
      ],
    ],
    ['no id', edit('orgs.csv', /^o1,/m, ','), [['orgs.csv', 'no-id', 2]]],
    [
      'a role that is none',
      edit('enrollments.csv', 'u2,student', 'u2,pupil'),
      [['enrollments.csv', 'bad-value', 4]],
    ],
    [
      'an address that is none',
      edit('users.csv', 'cabara@x.example', 'cabara'),
      [
        ['users.csv', 'bad-email', 3],
        ['enrollments.csv', 'unknown-id', 4],
      ],
    ],
    [
      'a day that is none',
      edit('academicSessions.csv', '2026-12-18', '2026-13-18'),
      [
        ['academicSessions.csv', 'bad-date', 3],
        ['classes.csv', 'unknown-id', 2],
        ['classes.csv', 'unknown-id', 3],
        ['enrollments.csv', 'unknown-id', 2],
        ['enrollments.csv', 'unknown-id', 3],
        ['enrollments.csv', 'unknown-id', 4],
        ['enrollments.csv', 'unknown-id', 5],
      ],
    ],
  ])('leaves out and tells each row with %s, and goes on with the rest', (_name, change, faults) => {
    const result = read(change);
    expect(result.ok).toBe(true);
    expect(codes(result)).toEqual(faults);
  });

  test('every file begins with its id, as the table of rows says', () => {
    for (const file of Object.keys(packageColumns) as PackageFile[])
      expect(packageColumns[file][0]).toBe('sourcedId');
  });
});

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

  test('finds people by address and number; a name that is only alike is asked about, and nobody is doubled', () => {
    const people = [known('Abara', 'C.', { email: 'CABARA@x.example' }), known('Dang', 'Thi Mai')];
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
