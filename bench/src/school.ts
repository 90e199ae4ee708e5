import { pathOf, routes, type RouteName } from '@vestibul/contract';
import type { CourseId, PersonId } from '@vestibul/core';
import { SESSION_COOKIE, readRoster, startSession, type School } from '@vestibul/server';
import { addCourse, addStudents, addTeacher, assign, openServer, openYear } from './furnish';
import { median, round } from './timing';

const STUDENTS = 2000;
const COURSES = 120;
const TEACHERS = 30;
const PER_COURSE = 100;
const ASSIGNMENTS = 8;
const RUNS = 15;

interface Furnished {
  office: PersonId;
  teacher: PersonId;
  student: PersonId;
  course: CourseId;
}

/** A school of so many courses, each with the same number of students and assignments, so that only the school differs. */
function furnishSchool(school: School, courses: number, students: number): Furnished {
  school.db.pragma('synchronous = OFF');
  const { office, yearId } = openYear(school);
  const teachers = Array.from({ length: Math.min(TEACHERS, courses) }, (_, n) => addTeacher(school, n));
  const made = Array.from({ length: courses }, (_, n) => ({
    ...addCourse(school, teachers[n % teachers.length]!, yearId, `Course ${n}`),
    teacher: teachers[n % teachers.length]!,
  }));
  const all: PersonId[] = [];
  made.forEach((course, n) => {
    // The first courses bring the students into the school, the others are filled with them in turn.
    const fresh = Math.max(0, Math.min(PER_COURSE, students - all.length));
    const known = Array.from({ length: PER_COURSE - fresh }, (_, i) => all[(n * 37 + i * 13) % all.length]!);
    addStudents(school, course.teacher, course, fresh, [...new Set(known)], all.length);
    if (fresh > 0) all.push(...readRoster(school.db, course.course).map(({ id }) => id));
    for (let a = 0; a < ASSIGNMENTS; a += 1) assign(school, course.teacher, course, `Work ${a}`);
  });
  return { office, teacher: made[0]!.teacher, student: all[0]!, course: made[0]!.course };
}

type Ask = [who: keyof Omit<Furnished, 'course'>, route: RouteName, query?: string, body?: unknown];

const list = Array.from({ length: 30 }, (_, i) => `Newcomer${i};Zoë;new${i}@x.example;${(i % 5) + 1}`);

/** What the screens of the set-up, Today and the calendar ask when they are opened. */
const asks: readonly Ask[] = [
  ['teacher', 'listCourses'],
  ['teacher', 'readCourse'],
  ['teacher', 'readRoster'],
  ['teacher', 'readRack'],
  ['teacher', 'listBlanks'],
  ['teacher', 'readCalendar', '?from=2030-01-01&to=2030-01-31'],
  ['office', 'listPeople'],
  ['office', 'listYears'],
  ['student', 'listMyAssignments'],
  ['teacher', 'previewRoster', '', { text: ['Last;First;E-mail;Period', ...list].join('\n') }],
];

async function timeAsks(folder: string, courses: number, students: number): Promise<number[]> {
  const running = await openServer(folder);
  const furnished = furnishSchool(running.school, courses, students);
  const times: number[] = [];
  for (const [who, route, query = '', body] of asks) {
    const cookie = `${SESSION_COOKIE}=${startSession(running.school, furnished[who])}`;
    const url = running.address + pathOf(route, { courseId: furnished.course }) + query;
    const ask = async () => {
      const response = await fetch(url, {
        method: routes[route].method,
        headers: {
          Cookie: cookie,
          ...(body ? { Origin: running.address, 'Content-Type': 'application/json' } : {}),
        },
        ...(body ? { body: JSON.stringify(body) } : {}),
      });
      if (!response.ok) throw new Error(`${route}: ${response.status} ${await response.text()}`);
      await response.arrayBuffer();
    };
    await median(4, ask);
    times.push(await median(RUNS, ask));
  }
  await running.close();
  return times;
}

/** Every screen of the set-up in a large school, against the same screen in a school of one course of the same size. */
export async function measureSchool(folder: string): Promise<string[]> {
  const small = await timeAsks(`${folder}-small`, 1, PER_COURSE);
  const large = await timeAsks(`${folder}-large`, COURSES, STUDENTS);
  return [
    `a school of ${STUDENTS} students and ${COURSES} courses against one of a single course of ${PER_COURSE}:`,
    ...asks.map(
      ([who, route], i) =>
        `  ${route} (${who}): ${round(large[i]! / small[i]!)} × (${round(large[i]!)} ms : ${round(small[i]!)} ms)`,
    ),
  ];
}
