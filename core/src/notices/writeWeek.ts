import type { ActCounts } from '../progress/acts';
import type { Waits } from '../progress/whatWaits';
import { hello, oneLine, paragraphs, type Letter } from './letters';

/** What a week is told of a course. */
export interface WeekOfCourse {
  title: string;
  /** What was done in it. */
  done: ActCounts;
  waits: Omit<Waits<unknown>, 'quiet'>;
  /** What they are called who have gone quiet. */
  quiet: readonly string[];
}

/** Names in a letter; of more it is said how many. */
const MOST_NAMES = 12;

/** `33 turned in, 5 reviewed`: those that are not none. */
const sayCounts = (counts: readonly (readonly [count: number, says: string])[]) =>
  counts
    .filter(([count]) => count > 0)
    .map(([count, says]) => `${count} ${says}`)
    .join(', ');

function linesOf({ done, waits, quiet }: WeekOfCourse): string[] {
  const did = sayCounts([
    [done.turnedIn, 'turned in'],
    [done.reviewed, 'reviewed'],
    [done.handedBack, 'handed back'],
    [done.reminded, 'reminded'],
  ]);
  const waiting = sayCounts([
    [waits.held, 'held for approval'],
    [waits.toReview, 'to review'],
    [waits.answered, 'answered'],
    [waits.toHandBack, 'to hand back'],
  ]);
  const more = quiet.length - MOST_NAMES;
  const names = [...quiet.slice(0, MOST_NAMES), ...(more > 0 ? [`${more} more`] : [])];
  const students = waits.lacking === 1 ? 'one student' : `${waits.lacking} students`;
  return [
    ...(did ? [`Last week: ${did}`] : []),
    ...(waiting ? [`Waits for you: ${waiting}`] : []),
    ...(waits.missing > 0 ? [`Missing: ${waits.missing}, from ${students}`] : []),
    ...(names.length > 0 ? [`Nothing for two weeks: ${names.join(', ')}`] : []),
  ];
}

/** The one letter of a week to a teacher, of the week before; null where there is nothing to say, for then none is sent. */
export function writeWeek(facts: {
  called: string;
  school: string;
  courses: readonly WeekOfCourse[];
  address: string;
}): Letter | null {
  const courses = facts.courses
    .map((course) => ({ title: oneLine(course.title), lines: linesOf(course) }))
    .filter(({ lines }) => lines.length > 0);
  if (courses.length === 0) return null;
  return {
    subject: `${oneLine(facts.school)}: last week in ${courses.length === 1 ? courses[0]!.title : `${courses.length} courses`}`,
    text: paragraphs(
      hello(facts.called),
      ...courses.map(({ title, lines }) => [title, ...lines.map((line) => `- ${line}`)].join('\n')),
      `All of it: ${facts.address}`,
      'You chose one letter a week. Turn it off under your name, Notices.',
    ),
  };
}
