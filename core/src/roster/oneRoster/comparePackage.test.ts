import { describe, expect, test } from '@jest/globals';
import type { CourseId, Day, PeriodId, PersonId, YearId } from '../../ids';
import { comparePackage, type SchoolLists } from './comparePackage';
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

  test('an address that changes is taken over, and what the package leaves empty is not taken away', () => {
    const school = applied();
    const withNumbers = { ...school, people: school.people.map((one) => ({ ...one, number: '77' })) };
    const result = read(edit('users.csv', 'cabara@x.example', 'chidi@x.example'));
    const plan = comparePackage(result.ok ? result.lists : lists(), withNumbers);
    const contactOf = (id: string) => {
      const { email, number, newContact } = plan.people.find(({ outerId }) => outerId === id)!;
      return { email, number, newContact };
    };
    // The package knows another number of u2, and none of u1.
    expect(contactOf('u2')).toEqual({ email: 'chidi@x.example', number: '1001', newContact: true });
    expect(contactOf('u1')).toEqual({ email: 'itamsin@x.example', number: '77', newContact: false });
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
