import { requests } from '@vestibul/contract';
import type { CourseId, Instant, PersonId } from '@vestibul/core';
import {
  askOffice,
  comeBack,
  joinRoster,
  leaveCourse,
  putInGroup,
  readCourse,
  readRoster,
  setGroups,
  type School,
} from '@vestibul/server';
import { later } from './calendar';
import type { DemoStudent } from './people';

const HOUR = 3_600_000;
const WEEK = 7 * 24 * HOUR;

/** Who comes and goes in the demo's year, and for whom the office is asked a change, by last name and period; weeks before now. */
const comings: readonly {
  last: string;
  period: number;
  joins?: number;
  leaves?: number;
  back?: number;
  asks?: { called: string };
}[] = [
  { last: 'St. Clair', period: 2, joins: 5 },
  { last: 'Rivers', period: 4, leaves: 3 },
  { last: 'Sørensen', period: 5, leaves: 6.5, back: 3.5, asks: { called: 'Vindi' } },
];

const comingOf = (student: DemoStudent) =>
  comings.find(({ last, period }) => last === student.last && period === student.period);

/** Whether a student joins only later in the year. */
export function joinsLate(student: DemoStudent): boolean {
  return comingOf(student)?.joins !== undefined;
}

/** Whether a student was there when something was due so many weeks ago. */
export function wasThere(student: DemoStudent, weeksAgo: number): boolean {
  const coming = comingOf(student);
  if (!coming) return true;
  if (coming.joins !== undefined) return weeksAgo < coming.joins;
  if (coming.back !== undefined) return weeksAgo > coming.leaves! || weeksAgo < coming.back;
  return weeksAgo > coming.leaves!;
}

/** The joinings, leavings and returns of the year, each at its moment. */
export function planComings(
  school: School,
  by: PersonId,
  course: CourseId,
  seats: readonly { id: PersonId; student: DemoStudent }[],
  now: Instant,
): { at: Instant; does: () => void }[] {
  return seats.flatMap(({ id, student }) => {
    const coming = comingOf(student);
    const deeds: { at: Instant; does: () => void }[] = [];
    if (coming?.joins !== undefined)
      deeds.push({ at: later(now, -coming.joins * WEEK), does: () => join(school, by, course, id, student) });
    if (coming?.leaves !== undefined)
      deeds.push({ at: later(now, -coming.leaves * WEEK), does: () => leaveCourse(school, by, course, id) });
    if (coming?.back !== undefined)
      deeds.push({ at: later(now, -coming.back * WEEK), does: () => comeBack(school, by, course, id, null) });
    if (coming?.asks)
      deeds.push({
        at: later(now, -HOUR),
        does: () =>
          askOffice(
            school,
            by,
            course,
            requests.askOffice.body.parse({ studentId: id, wish: { ...student, ...coming.asks } }),
          ),
      });
    return deeds;
  });
}

function join(school: School, by: PersonId, course: CourseId, id: PersonId, student: DemoStudent): void {
  const period = readCourse(school, course, 'teacher').periods.find(
    ({ number }) => number === student.period,
  )!;
  const person = { ...student, periodId: period.id, knownId: id };
  joinRoster(
    school,
    { by, keeper: 'staff' },
    course,
    requests.joinRoster.body.parse({ fromList: false, people: [person] }),
  );
}

/** The small groups of two periods; every third student goes into the next of them. */
export function makeGroups(school: School, by: PersonId, course: CourseId): void {
  const names = [
    { name: 'Ford', enamel: 1, mark: 'wave' },
    { name: 'Ridge', enamel: 3, mark: 'triangle' },
    { name: 'Copse', enamel: 2, mark: 'circle' },
  ];
  for (const { id, number } of readCourse(school, course, 'teacher').periods.filter(
    ({ number: n }) => n === 3 || n === 5,
  )) {
    setGroups(school, by, id, requests.setGroups.body.parse({ groups: names }));
    const groups = readCourse(school, course, 'teacher').periods.find(
      (period) => period.number === number,
    )!.groups;
    const students = readRoster(school.db, course).filter((student) => student.periodId === id);
    groups.forEach((group, g) =>
      putInGroup(school, by, id, {
        groupId: group.id,
        studentIds: students.filter((_, i) => i % groups.length === g).map((student) => student.id),
      }),
    );
  }
}
