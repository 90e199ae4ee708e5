import { randomBytes } from 'node:crypto';
import {
  groupBy,
  addDays,
  daysBetween,
  type AssignmentId,
  type Day,
  type Instant,
  type PeriodId,
  type PersonId,
} from '@vestibul/core';
import { LONGEST_CALENDAR, type AnswerOf, type QueryOf } from '@vestibul/contract';
import { Failure } from '../platform/failure';
import type { School } from '../platform/School';
import { isForTheirGroup } from '../assignments/assignmentList';
import { all, one, run, type Database } from '../platform/database/database';
import { personColumns, type PersonRow } from '../school/people';
import { todayOf } from '../school/years';

type Entry = AnswerOf<'readCalendar'>[number];

/** `changes`: how many times it was changed since it was first there; `changedAt`: the last time. */
export type FeedEntry = Entry & { changes: number; changedAt: Instant };

/** An assignment that is due at one time in one period or several. */
interface DueRow extends Omit<Entry, 'isDraft' | 'periods'> {
  visibleAt: Instant | null;
  /** Of each period its id, number, label and enamel, as JSON. */
  periods: string;
}

const columns = `a.id AS assignmentId, a.title, c.id AS courseId, c.title AS courseTitle, a.visible_at AS visibleAt`;
const periodColumns = 'json_array(h.id, h.number, h.label, h.enamel)';

/** What is due from one day to another (both in the school's time) for whoever looks: a student's own, a teacher's courses, all for the office. */
export function readCalendar(school: School, viewer: PersonRow, query: QueryOf<'readCalendar'>): Entry[] {
  if (query.from > query.to || daysBetween(query.from, query.to) > LONGEST_CALENDAR)
    throw new Failure('bad-input', { says: `A calendar shows at most ${LONGEST_CALENDAR} days` });
  const rows = rowsFor(school, viewer, query.from, query.to);
  return toEntries(query.course ? rows.filter((row) => row.courseId === query.course) : rows, school.now());
}

function rowsFor(school: School, viewer: PersonRow, from: Day, to: Day): DueRow[] {
  return viewer.standing === 'student'
    ? studentRows(school, viewer.id, from, to)
    : staffRows(school, viewer, from, to);
}

/** Text bounds for local times: a day's times all begin with the day. */
const bounds = (from: Day, to: Day) => ({ from, to: addDays(to, 1) });

const dueColumns = `${columns}, d.due_at AS due, d.due_local AS dueLocal, json_group_array(${periodColumns}) AS periods`;

/** The office sees every course, found by the day; a teacher those whose staff they are on, found by the course. */
function staffRows(school: School, viewer: PersonRow, from: Day, to: Day): DueRow[] {
  const isOffice = viewer.standing === 'office';
  return all(
    school.db,
    isOffice
      ? `SELECT ${dueColumns} FROM assignment_due d JOIN assignment a ON a.id = d.assignment_id
         JOIN period h ON h.id = d.period_id JOIN course c ON c.id = h.course_id
         WHERE d.due_local >= :from AND d.due_local < :to GROUP BY d.due_local, d.assignment_id`
      : `SELECT ${dueColumns} FROM course_staff s CROSS JOIN period h ON h.course_id = s.course_id
         CROSS JOIN assignment_due d ON d.period_id = h.id
         JOIN assignment a ON a.id = d.assignment_id JOIN course c ON c.id = h.course_id
         WHERE s.person_id = :viewer AND d.due_local >= :from AND d.due_local < :to GROUP BY d.due_local, d.assignment_id`,
    { ...(isOffice ? {} : { viewer: viewer.id }), ...bounds(from, to) },
  );
}

function studentRows(school: School, student: PersonId, from: Day, to: Day): DueRow[] {
  return all(
    school.db,
    `SELECT * FROM (
       SELECT ${columns}, COALESCE(o.due_at, d.due_at) AS due, COALESCE(o.due_local, d.due_local) AS dueLocal,
         json_array(${periodColumns}) AS periods
       FROM enrolment e JOIN course c ON c.id = e.course_id JOIN period h ON h.id = e.period_id
       JOIN assignment a ON a.course_id = c.id
       LEFT JOIN assignment_due d ON d.assignment_id = a.id AND d.period_id = h.id
       LEFT JOIN own_due o ON o.assignment_id = a.id AND o.student_id = e.student_id
       WHERE e.student_id = :student AND e.left_at IS NULL AND a.visible_at <= :now AND COALESCE(o.excused, 0) = 0
         AND ${isForTheirGroup})
     WHERE dueLocal >= :from AND dueLocal < :to`,
    { student, now: school.now(), ...bounds(from, to) },
  );
}

function toEntries(rows: readonly DueRow[], now: Instant): Entry[] {
  return rows
    .map(({ visibleAt, periods, ...row }) => ({
      ...row,
      isDraft: visibleAt === null || visibleAt > now,
      periods: (JSON.parse(periods) as [PeriodId, number, string, number][])
        .map(([id, number, label, enamel]) => ({ id, number, label, enamel }))
        .toSorted((a, b) => a.number - b.number),
    }))
    .toSorted((a, b) => (a.due === b.due ? (a.title < b.title ? -1 : 1) : a.due < b.due ? -1 : 1));
}

/** The path of somebody's calendar feed, or null before they have made one. */
export function feedPath(db: Database, person: PersonId): string | null {
  const row = one<{ token: string | null }>(db, 'SELECT feed_token AS token FROM person WHERE id = ?', [
    person,
  ]);
  return row?.token ? pathOfFeed(row.token) : null;
}

const pathOfFeed = (token: string) => `/api/feeds/${token}`;

/** Makes a new secret address for somebody's calendar; the one before stops working. */
export function renewFeed(db: Database, person: PersonId): string {
  const token = randomBytes(24).toString('base64url');
  run(db, 'UPDATE person SET feed_token = ? WHERE id = ?', [token, person]);
  return pathOfFeed(token);
}

/** Days that a feed reaches back and ahead; the office's, which has all courses, the weeks around today. */
const FEED_BACK = 60;
const FEED_AHEAD = 300;
const OFFICE_BACK = 7;
const OFFICE_AHEAD = 28;

/** What a feed holds for whose it is; drafts are nobody's business but the page's. */
export function readFeed(school: School, token: string): FeedEntry[] {
  const viewer = one<PersonRow>(school.db, `SELECT ${personColumns} FROM person p WHERE p.feed_token = ?`, [
    token,
  ]);
  if (!viewer) throw new Failure('not-found');
  const today = todayOf(school);
  const [back, ahead] = viewer.standing === 'office' ? [OFFICE_BACK, OFFICE_AHEAD] : [FEED_BACK, FEED_AHEAD];
  const rows = rowsFor(school, viewer, addDays(today, -back), addDays(today, ahead));
  return withChanges(
    school.db,
    toEntries(rows, school.now()).filter((entry) => !entry.isDraft),
    viewer.id,
  );
}

/** What is told of an entry as the ledger has it: lines about the assignment, its due times and whose the due time is. */
function withChanges(db: Database, entries: readonly Entry[], viewer: PersonId): FeedEntry[] {
  const byCourse = groupBy(entries, ({ courseId }) => courseId);
  return [...byCourse.entries()].flatMap(([courseId, inCourse]) => {
    const lines = new Map(
      all<{ assignmentId: AssignmentId; lines: number; at: Instant }>(
        db,
        `SELECT assignment_id AS assignmentId, COUNT(*) AS lines, MAX(at) AS at FROM event
         WHERE course_id = :courseId AND assignment_id IN (SELECT value FROM json_each(:assignments))
           AND (student_id IS NULL OR student_id = :viewer) AND kind IN
           ('assignment made', 'assignment changed', 'assignment copied', 'assignment published', 'due moved')
         GROUP BY assignment_id`,
        {
          courseId,
          viewer,
          assignments: JSON.stringify(inCourse.map(({ assignmentId }) => assignmentId)),
        },
      ).map(({ assignmentId, ...told }) => [assignmentId, told]),
    );
    // An entry names its course and its periods: with their names it changes too.
    const named = one<{ lines: number; at: Instant | null }>(
      db,
      `SELECT COUNT(*) AS lines, MAX(at) AS at FROM event
       WHERE course_id = ? AND kind IN ('course changed', 'period changed')`,
      [courseId],
    )!;
    return inCourse.map((entry) => {
      const own = lines.get(entry.assignmentId);
      const at = own?.at ?? entry.due;
      return {
        ...entry,
        changes: Math.max(0, (own?.lines ?? 1) - 1 + named.lines),
        changedAt: named.at !== null && named.at > at ? named.at : at,
      };
    });
  });
}
