import { pino } from 'pino';
import { MOST_PEOPLE, requests, type BodyFor } from '@vestibul/contract';
import type { AssignmentId, CourseId, PeriodId, PersonId, YearId } from '@vestibul/core';
import {
  addPerson,
  joinRoster,
  makeAssignment,
  makeCourse,
  makeFolders,
  makeYear,
  openSchoolRecord,
  readCourse,
  startServer,
  together,
  type RunningServer,
  type School,
} from '@vestibul/server';

/** A server on an empty data folder, quiet, on any free port. */
export function openServer(folder: string): Promise<RunningServer> {
  return startServer({ folder, demo: false, log: pino({ level: 'silent' }), port: 0, keepFree: 0 });
}

const nobody = { called: '', username: '', number: '' };

/** Opens the school with one year. */
export function openYear(school: School): { office: PersonId; yearId: YearId } {
  const office = together(school.db, () => {
    openSchoolRecord(school, 'Bench', 'Europe/London');
    const person = { last: 'Office', first: '', email: 'office@x.example', ...nobody };
    return addPerson(school, 'system', person, 'office');
  });
  const year = requests.makeYear.body.parse({ label: 'Y', startsOn: '2026-08-25', endsOn: '2099-07-15' });
  return { office, yearId: makeYear(school, office, year) };
}

export function addTeacher(school: School, n: number): PersonId {
  const person = { last: `Tamsin${n}`, first: 'Imogen', email: `t${n}@x.example`, ...nobody };
  return together(school.db, () => addPerson(school, 'system', person, 'teacher'));
}

/** A course of five periods. */
export function addCourse(
  school: School,
  teacher: PersonId,
  yearId: YearId,
  title: string,
): { course: CourseId; periods: PeriodId[] } {
  const periods = [1, 2, 3, 4, 5].map((number) => ({ number }));
  const course = makeCourse(school, teacher, requests.makeCourse.body.parse({ yearId, title, periods }));
  return { course, periods: readCourse(school, course, 'teacher').periods.map((period) => period.id) };
}

/** As many given names as a school has: people are compared with those who share one. */
const firsts = Array.from(
  { length: 61 },
  (_, i) => `Zoë${'bcdfghjklm'[i % 10]}${'aeiou'[i % 5]}${'nprst'[Math.floor(i / 13)]}`,
);
const lasts = ['Strömberg', 'Đặng', 'Okonjo', 'García', 'Łukasik', 'Haddad', 'Ölün'];

/** Students, spread over the periods of a course; those in `known` join it too. */
export function addStudents(
  school: School,
  teacher: PersonId,
  { course, periods }: { course: CourseId; periods: PeriodId[] },
  students: number,
  known: readonly PersonId[] = [],
  firstNumber = 0,
): void {
  type Joining = BodyFor<'joinRoster'>['people'][number];
  const people = Array.from({ length: students }, (_, i): Joining => ({
    last: `${lasts[(firstNumber + i) % lasts.length]}-Kovačević${firstNumber + i}`,
    first: `${firsts[(firstNumber + i) % firsts.length]}`,
    email: `s${firstNumber + i}@x.example`,
    periodId: periods[i % periods.length]!,
  }));
  const again = known.map((knownId, i): Joining => ({
    last: 'Known',
    knownId,
    periodId: periods[i % periods.length]!,
  }));
  const joining = [...people, ...again];
  for (let at = 0; at < joining.length; at += MOST_PEOPLE) {
    const body = requests.joinRoster.body.parse({
      fromList: true,
      people: joining.slice(at, at + MOST_PEOPLE),
    });
    joinRoster(school, { by: teacher, keeper: 'staff' }, course, body);
  }
  makeFolders(school, teacher, course);
}

export function assign(
  school: School,
  teacher: PersonId,
  { course, periods }: { course: CourseId; periods: PeriodId[] },
  title: string,
  dueLocal = '2030-01-15T23:59',
): AssignmentId {
  const dues = periods.map((periodId) => ({ periodId, dueLocal }));
  return makeAssignment(school, teacher, course, requests.makeAssignment.body.parse({ title, dues }));
}
