import { Readable, Transform } from 'node:stream';
import { stringify } from 'csv-stringify';
import {
  BYTE_ORDER_MARK,
  csvForm,
  dueFor,
  instantToLocal,
  nothingIn,
  stateOf,
  type AssignmentId,
  type CourseId,
  type Instant,
  type PersonId,
} from '@vestibul/core';
import type { School } from '../platform/School';
import { isForTheirGroup } from '../assignments/assignmentList';
import { all, asOfOneMoment, type Database } from '../platform/database/database';
import { listOwnDues } from '../assignments/ownDues';
import type { QueryOf } from '@vestibul/contract';
import { readSchool } from '../school/facts';
import { spanOfDays } from '../school/spanOfDays';
import { absencesOf } from '../courses/seats';
import { joinOwner } from '../intake/ownership';
import { pointsColumn } from './pointsColumn';

/** The columns of the record, in the words and the order of docs/formats.md. */
export const recordColumns = [
  'student id',
  'last',
  'first',
  'e-mail',
  'period',
  'assignment',
  'due',
  'state',
  'turned in at',
  'attempt',
  'original name',
  'name',
  'bytes',
  'sha256',
  'owner',
  'owner since',
  'score',
  'number',
  'due, local',
  'turned in, local',
  'owner name',
] as const;

interface RecordRow {
  studentId: PersonId;
  assignmentId: AssignmentId;
  joinedAt: Instant;
  last: string;
  first: string;
  email: string;
  number: string;
  period: string;
  assignment: string;
  /** Of the attempt, as it was reckoned then. */
  attemptDue: Instant | null;
  periodDue: Instant | null;
  givenAt: Instant | null;
  graceMinutes: number;
  held: number;
  submissionId: string | null;
  turnedInAt: Instant | null;
  lateMs: number | null;
  attempt: number | null;
  reviewedAt: Instant | null;
  handedBackAt: Instant | null;
  points: number | null;
  inTray: number;
  originalName: string | null;
  name: string | null;
  bytes: number | null;
  sha256: string | null;
  owner: string | null;
  ownerName: string | null;
}

const recordQuery = `SELECT p.id AS studentId, p.last, p.first, p.email, p.number, h.label AS period, a.title AS assignment,
    a.id AS assignmentId, a.grace_minutes AS graceMinutes, e.joined_at AS joinedAt, COALESCE(t.held, 0) AS held,
    t.due_at AS attemptDue, d.due_at AS periodDue, a.visible_at AS givenAt, s.id AS submissionId, t.at AS turnedInAt,
    t.late_ms AS lateMs, t.n AS attempt, t.reviewed_at AS reviewedAt, t.handed_back_at AS handedBackAt,
    ${pointsColumn('s.id', 't.n')} AS points,
    EXISTS (SELECT 1 FROM upload u WHERE u.by_id = p.id AND u.assignment_id = a.id
            AND u.turned_in_at IS NULL AND u.dropped_at IS NULL) AS inTray,
    q.original_name AS originalName, q.name, q.bytes, q.sha256, CASE WHEN q.id IS NOT NULL THEN COALESCE(w.owner_id, 'outside') END AS owner,
    o.first || ' ' || o.last AS ownerName
  FROM enrolment e JOIN person p ON p.id = e.student_id JOIN period h ON h.id = e.period_id
  JOIN assignment a ON a.course_id = e.course_id
  LEFT JOIN assignment_due d ON d.assignment_id = a.id AND d.period_id = e.period_id
  LEFT JOIN submission s ON s.assignment_id = a.id AND s.student_id = p.id
  LEFT JOIN attempt t ON t.submission_id = s.id AND t.taken_back_at IS NULL AND t.sent_back_at IS NULL
  LEFT JOIN piece q ON q.submission_id = s.id AND q.attempt = t.n
  ${joinOwner('q.file_id')} LEFT JOIN person o ON o.id = w.owner_id
  WHERE e.course_id = :course AND e.student_id = :student AND (:assignment = '' OR a.id = :assignment)
    AND (:since = '' OR t.at >= :since) AND (:until = '' OR t.at < :until) AND (s.id IS NOT NULL OR (a.visible_at IS NOT NULL
    AND (d.due_at IS NOT NULL OR EXISTS (SELECT 1 FROM own_due w WHERE w.assignment_id = a.id AND w.student_id = p.id))
    AND ${isForTheirGroup}))
  ORDER BY a.created_at, a.id, t.n, q.n`;

/** How many rows are written before other requests get their turn. */
const ROWS_AT_A_TIME = 200;

/**
 * The record of a course as CSV (RFC 4180, UTF-8, CRLF): a row for every piece of every attempt that stands, and one for every
 * student with nothing in for an assignment that their period was given. Cells that a spreadsheet would run as a formula get an apostrophe before them.
 */
export function streamRecord(school: School, course: CourseId, filter: QueryOf<'readRecord'>): Readable {
  const csv = stringify({
    header: true,
    columns: [...recordColumns],
    ...csvForm(),
  });
  return Readable.from(recordRows(school, course, filter))
    .pipe(csv)
    .pipe(withMark());
}

/** Whoever is in a course, by period and name. */
const enrolledQuery = `SELECT e.student_id AS id FROM enrolment e JOIN person p ON p.id = e.student_id
  JOIN period h ON h.id = e.period_id WHERE e.course_id = ? ORDER BY h.number, p.sort_key, p.id`;

/** The rows of a record, student by student. */
function readRows(
  db: Database,
  course: CourseId,
  only: PersonId | undefined,
  filter: { assignment: string; since: string; until: string },
): Promise<RecordRow[]> {
  return asOfOneMoment(db, async (reader) => {
    const rows: RecordRow[] = [];
    for (const { id } of all<{ id: PersonId }>(reader, enrolledQuery, [course])) {
      if (only !== undefined && only !== id) continue;
      rows.push(...all<RecordRow>(reader, recordQuery, { course, student: id, ...filter }));
      await new Promise(setImmediate);
    }
    return rows;
  });
}

async function* recordRows(
  school: School,
  course: CourseId,
  { student, assignment, from, to }: QueryOf<'readRecord'>,
): AsyncGenerator<(string | number)[]> {
  const now = school.now();
  const zone = readSchool(school.db)?.timeZone ?? 'UTC';
  const { since = '', until = '' } = spanOfDays(from, to, zone);
  const rows = await readRows(school.db, course, student, { assignment: assignment ?? '', since, until });
  const absences = absencesOf(school.db, course);
  const own = new Map(
    listOwnDues(school.db, course).map((due) => [`${due.studentId} ${due.assignmentId}`, due]),
  );
  for (let i = 0; i < rows.length; i += 1) {
    if (i % ROWS_AT_A_TIME === 0) await new Promise(setImmediate);
    const row = rows[i]!;
    const asked = dueFor(
      { due: row.periodDue, givenAt: row.givenAt },
      own.get(`${row.studentId} ${row.assignmentId}`) ?? null,
      {
        joinedAt: row.joinedAt,
        absences: absences.get(row.studentId) ?? [],
      },
    );
    yield toCells(row, asked, now, zone);
  }
}

function toCells(
  row: RecordRow,
  asked: { due: Instant | null; excused: boolean },
  now: Instant,
  zone: string,
): (string | number)[] {
  const local = (at: Instant | null) => (at === null ? '' : instantToLocal(at, zone).replace('T', ' '));
  const due = row.attemptDue ?? asked.due;
  const state = stateOf(
    {
      ...nothingIn,
      turnedInAt: row.turnedInAt,
      lateMs: row.lateMs ?? 0,
      held: row.held === 1,
      hasStarted: row.inTray === 1,
      reviewedAt: row.reviewedAt,
      handedBackAt: row.handedBackAt,
      due,
      graceMinutes: row.graceMinutes,
      excused: asked.excused,
    },
    now,
  );
  return [
    row.studentId,
    row.last,
    row.first,
    row.email,
    row.period,
    row.assignment,
    due ?? '',
    state,
    row.turnedInAt ?? '',
    row.attempt ?? '',
    row.originalName ?? '',
    row.name ?? '',
    row.bytes ?? '',
    row.sha256 ?? '',
    row.owner ?? '',
    // A file belongs to its student from the moment it is turned in; transfers come with a later form of the data.
    row.owner ? (row.turnedInAt ?? '') : '',
    row.points ?? '',
    row.number,
    local(due),
    local(row.turnedInAt),
    row.ownerName?.trim() ?? row.owner ?? '',
  ];
}

/** Begins what goes out with the mark. */
function withMark(): Transform {
  let isFirst = true;
  return new Transform({
    transform(chunk: Buffer, _encoding, done) {
      done(null, isFirst ? Buffer.concat([Buffer.from(BYTE_ORDER_MARK), chunk]) : chunk);
      isFirst = false;
    },
  });
}
