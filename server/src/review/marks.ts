import {
  countedPoints,
  dueFor,
  fullName,
  groupBy,
  isOverdue,
  mostPoints,
  totalOf,
  type AssignmentId,
  type BookAssignment,
  type CourseId,
  type GroupId,
  type Instant,
  type LateRule,
  type Mark,
  type MarkBook,
  type OwnDue,
  type PeriodId,
  type PersonId,
  type Scoring,
  type SubmissionId,
} from '@vestibul/core';
import { listAssignments } from '../assignments/assignmentList';
import { listOwnDues } from '../assignments/ownDues';
import { absencesOf } from '../courses/seats';
import { all, type Database } from '../platform/database/database';
import { nameColumns, type PersonName } from '../school/people';
import { ruleOfScore, stands } from '../submissions/pointsColumn';

interface MarkRow {
  id: SubmissionId;
  studentId: PersonId;
  assignmentId: AssignmentId;
  attempt: number;
  lateMs: number;
  isHandedBack: number;
  points: number | null;
  scoring: string | null;
  lateRule: string;
  isShown: number;
  by: PersonId | null;
  at: Instant | null;
}

/** The query behind the mark book; a test checks that it runs on indexes. */
export const markQuery = `SELECT s.id, s.student_id AS studentId, s.assignment_id AS assignmentId, s.attempt, s.late_ms AS lateMs,
    s.handed_back_at IS NOT NULL AS isHandedBack, c.points, c.scoring, ${ruleOfScore} AS lateRule,
    c.shown_at IS NOT NULL AS isShown, c.by_id AS by, c.at
  FROM submission s JOIN assignment a ON a.id = s.assignment_id
  LEFT JOIN score c ON c.submission_id = s.id AND c.attempt = s.attempt AND ${stands}
    AND c.n = (SELECT MAX(l.n) FROM score l WHERE l.submission_id = s.id AND l.attempt = s.attempt)
  WHERE s.course_id = ? AND s.attempt > 0`;

/** A scored assignment, with what settles whose it is. */
interface Asked {
  column: BookAssignment;
  dues: ReadonlyMap<PeriodId, Instant>;
  /** None is everybody. */
  groups: ReadonlySet<GroupId>;
  graceMinutes: number;
}

interface Seated extends PersonName {
  email: string;
  periodId: PeriodId;
  groupId: GroupId | null;
  leftAt: Instant | null;
}

/** Everything that is given in a course, students by name × assignments by when they are due, as it is at that moment. */
export function readMarks(db: Database, course: CourseId, now: Instant): MarkBook {
  const asked = listScored(db, course);
  const columns = asked.map(({ column }) => column);
  const known = groupBy(all<MarkRow>(db, markQuery, [course]), ({ studentId }) => studentId);
  const own = new Map(listOwnDues(db, course).map((due) => [`${due.studentId} ${due.assignmentId}`, due]));
  const absences = absencesOf(db, course);
  const read = new Reader();
  const students = all<Seated & { joinedAt: Instant }>(
    db,
    `SELECT ${nameColumns}, p.email, e.period_id AS periodId, e.group_id AS groupId, e.joined_at AS joinedAt,
       e.left_at AS leftAt
     FROM enrolment e JOIN person p ON p.id = e.student_id JOIN period h ON h.id = e.period_id
     WHERE e.course_id = ? ORDER BY h.number, p.sort_key, p.id`,
    [course],
  ).map(({ joinedAt, ...student }) => {
    const attendance = { joinedAt, absences: absences.get(student.id) ?? [] };
    const theirs = new Map(known.get(student.id)?.map((row) => [row.assignmentId, row]));
    const marks = asked.map((one): Mark | null => {
      const row = theirs.get(one.column.id);
      const ownDue = own.get(`${student.id} ${one.column.id}`) ?? null;
      if (!row && !isTheirs(one, student, ownDue)) return null;
      const { dues, graceMinutes, column } = one;
      const periodDue = { due: dues.get(student.periodId) ?? null, givenAt: column.visibleAt };
      const { due, excused } = dueFor(periodDue, ownDue, attendance);
      // Who turned in what they were away for has it scored as anybody; who is excused by a teacher is so with it.
      const isExcused = excused && (!row || ownDue?.excused === true);
      return {
        ...given(row, column, read),
        excused: isExcused,
        isMissing: !row && !isExcused && isOverdue(due, graceMinutes, now),
      };
    });
    return { ...student, marks, total: totalOf(columns, marks) };
  });
  return { assignments: columns, students, reviewers: listReviewers(db, course) };
}

/** Whether an assignment with nothing in is asked of a student: of their period and group, and seen by now or later. */
function isTheirs({ column, dues, groups }: Asked, student: Seated, own: OwnDue | null): boolean {
  const isOfGroup = groups.size === 0 || (student.groupId !== null && groups.has(student.groupId));
  const isDue = dues.has(student.periodId) || (own !== null && own.due !== null);
  return isOfGroup && isDue && column.visibleAt !== null && student.leftAt === null;
}

/** What is in, and what was given for it: out of what it was then, and where it was handed back by the rule that held then. */
function given(
  row: MarkRow | undefined,
  column: BookAssignment,
  read: Reader,
): Omit<Mark, 'excused' | 'isMissing'> {
  const scoring = row?.scoring ?? null;
  const points = row?.points ?? null;
  const lateMs = row?.lateMs ?? 0;
  const most = scoring === null ? column.most : read.most(scoring);
  const lateRule = row ? read.rule(row.lateRule) : column.lateRule;
  return {
    submissionId: row?.id ?? null,
    attempt: row?.attempt ?? 0,
    lateMs,
    points,
    most,
    counted: points === null ? null : countedPoints(points, most, lateMs, lateRule),
    lateRule,
    isShown: row?.isShown === 1,
    isHandedBack: row?.isHandedBack === 1,
    by: row?.by ?? null,
    at: row?.at ?? null,
  };
}

/** Reads what is kept as JSON: thousands of marks are scored in a few ways. */
class Reader {
  readonly #mosts = new Map<string, number>();
  readonly #rules = new Map<string, LateRule>();

  most(scoring: string): number {
    const known = this.#mosts.get(scoring);
    if (known !== undefined) return known;
    const most = mostPoints(JSON.parse(scoring) as Scoring) ?? 0;
    this.#mosts.set(scoring, most);
    return most;
  }

  rule(text: string): LateRule {
    const known = this.#rules.get(text) ?? (JSON.parse(text) as LateRule);
    this.#rules.set(text, known);
    return known;
  }
}

/** The assignments of a course that are scored, the one due first at the head. */
function listScored(db: Database, course: CourseId): Asked[] {
  const rules = new Map(
    all<{ id: AssignmentId; scoring: string; lateRule: string; weight: number | null }>(
      db,
      'SELECT id, scoring, late_rule AS lateRule, weight FROM assignment WHERE course_id = ?',
      [course],
    ).map(({ id, ...rule }) => [id, rule]),
  );
  return listAssignments(db, course).flatMap(({ id, title, visibleAt, mostPoints: most, ...listed }) => {
    const rule = rules.get(id)!;
    const { kind } = JSON.parse(rule.scoring) as Scoring;
    if (kind === 'none' || most === null) return [];
    const lateRule = JSON.parse(rule.lateRule) as LateRule;
    const due = listed.dues.map((one) => one.due).toSorted()[0] ?? null;
    return [
      {
        column: { id, title, kind, most, weight: rule.weight, lateRule, visibleAt, due },
        dues: new Map(listed.dues.map((one) => [one.periodId, one.due])),
        groups: new Set(listed.groupIds),
        graceMinutes: listed.graceMinutes,
      },
    ];
  });
}

function listReviewers(db: Database, course: CourseId): MarkBook['reviewers'] {
  return all<PersonName>(
    db,
    `SELECT ${nameColumns} FROM person p WHERE p.id IN (
       SELECT c.by_id FROM submission s JOIN score c ON c.submission_id = s.id WHERE s.course_id = ?)
     ORDER BY p.sort_key, p.id`,
    [course],
  ).map(({ id, first, called, last }) => ({ id, name: fullName(called || first, last) }));
}
