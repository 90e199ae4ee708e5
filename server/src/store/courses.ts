import type {
  CourseId,
  CourseStaffRole,
  Instant,
  LocalTime,
  PeriodId,
  PersonId,
  YearId,
  AssignmentId,
} from '@vestibul/core';
import { sha256Hex } from '@vestibul/core';
import type { AnswerOf, BodyOf } from '@vestibul/contract';
import { Failure } from '../failure';
import { newId, type School } from '../school';
import { all, one, run, together, type Database } from './database';
import { groupBy } from './groupBy';
import { writeEvent } from './ledger';
import { findByEmail, nameColumns, type PersonName } from './people';

/** What a new course starts with: the hour first, so that sorting by name does the filing (common practice). */
export const START_FOLDER_RULE = '{period|pad 2}-{last}_{first}';
export const START_FILE_RULE = '{period|pad 2}-{last}_{first}_{assignment}';

/** How many enamel colours the plates come in. */
export const ENAMELS = 5;

export function listYears(db: Database): AnswerOf<'listYears'> {
  return all(
    db,
    'SELECT id, label, starts_on AS startsOn, ends_on AS endsOn FROM year ORDER BY starts_on DESC',
  );
}

export function makeYear(school: School, by: PersonId, year: BodyOf<'makeYear'>): YearId {
  return together(school.db, () => {
    if (one(school.db, 'SELECT 1 FROM year WHERE label = ?', [year.label])) {
      throw new Failure('year-exists', { label: year.label });
    }
    const id = newId<YearId>('y');
    run(school.db, 'INSERT INTO year (id, label, starts_on, ends_on) VALUES (?, ?, ?, ?)', [
      id,
      year.label,
      year.startsOn,
      year.endsOn,
    ]);
    writeEvent(school, by, 'year made', { year: id }, { startsOn: year.startsOn, endsOn: year.endsOn });
    return id;
  });
}

/** The courses somebody is on the staff of; the office sees all. */
export function listCourses(
  db: Database,
  person: { id: PersonId; standing: string },
): AnswerOf<'listCourses'> {
  return all(
    db,
    `SELECT c.id, c.title, y.label AS yearLabel,
       (SELECT COUNT(*) FROM enrolment e WHERE e.course_id = c.id) AS students,
       (SELECT COUNT(*) FROM assignment a WHERE a.course_id = c.id) AS assignments
     FROM course c JOIN year y ON y.id = c.year_id
     WHERE :all OR c.id IN (SELECT course_id FROM course_staff WHERE person_id = :person)
     ORDER BY y.starts_on DESC, c.title`,
    { person: person.id, all: person.standing === 'office' ? 1 : 0 },
  );
}

export function makeCourse(school: School, by: PersonId, course: BodyOf<'makeCourse'>): CourseId {
  return together(school.db, () => {
    if (!one(school.db, 'SELECT 1 FROM year WHERE id = ?', [course.yearId])) throw new Failure('not-found');
    if (
      one(school.db, 'SELECT 1 FROM course WHERE year_id = ? AND title = ?', [course.yearId, course.title])
    ) {
      throw new Failure('course-exists', { title: course.title });
    }
    const id = newId<CourseId>('c');
    const at = school.now();
    run(
      school.db,
      `INSERT INTO course (id, year_id, title, code, folder_rule, file_rule, created_at) VALUES (?, ?, ?, ?, ?, ?, ?)`,
      [id, course.yearId, course.title, course.code, START_FOLDER_RULE, START_FILE_RULE, at],
    );
    writeEvent(school, by, 'course made', { course: id, year: course.yearId }, { owner: by }, at);
    run(school.db, `INSERT INTO course_staff (course_id, person_id, role) VALUES (?, ?, 'teacher')`, [
      id,
      by,
    ]);
    writeEvent(school, by, 'staff added', { course: id, person: by }, { role: 'teacher' }, at);
    for (const period of course.periods) insertPeriod(school, by, id, period);
    return id;
  });
}

export function addPeriod(
  school: School,
  by: PersonId,
  course: CourseId,
  period: BodyOf<'addPeriod'>,
): PeriodId {
  return together(school.db, () => insertPeriod(school, by, course, period));
}

function insertPeriod(school: School, by: PersonId, course: CourseId, period: BodyOf<'addPeriod'>): PeriodId {
  if (one(school.db, 'SELECT 1 FROM period WHERE course_id = ? AND number = ?', [course, period.number])) {
    throw new Failure('period-exists', { number: period.number });
  }
  const id = newId<PeriodId>('h');
  const { there } = one<{ there: number }>(
    school.db,
    'SELECT COUNT(*) AS there FROM period WHERE course_id = ?',
    [course],
  )!;
  run(school.db, 'INSERT INTO period (id, course_id, number, label, enamel) VALUES (?, ?, ?, ?, ?)', [
    id,
    course,
    period.number,
    period.label || `Period ${period.number}`,
    (there % ENAMELS) + 1,
  ]);
  writeEvent(school, by, 'period made', { course, period: id }, { number: period.number });
  return id;
}

/** Puts a teacher of the school on a course's staff as co-teacher. */
export function addStaff(school: School, by: PersonId, course: CourseId, email: string): void {
  together(school.db, () => {
    const person = findByEmail(school.db, email);
    if (!person || person.standing !== 'teacher') throw new Failure('not-found', { what: 'teacher', email });
    const added = run(
      school.db,
      `INSERT INTO course_staff (course_id, person_id, role) VALUES (?, ?, 'co-teacher') ON CONFLICT DO NOTHING`,
      [course, person.id],
    );
    if (added === 0) throw new Failure('already-on-staff', { email });
    writeEvent(school, by, 'staff added', { course, person: person.id }, { role: 'co-teacher' });
  });
}

export interface CourseRow {
  id: CourseId;
  title: string;
  code: string;
  folderRule: string;
  fileRule: string;
  foldersMadeAt: Instant | null;
}

export function findCourse(db: Database, id: CourseId): CourseRow {
  const row = one<CourseRow>(
    db,
    `SELECT id, title, code, folder_rule AS folderRule, file_rule AS fileRule, folders_made_at AS foldersMadeAt
     FROM course WHERE id = ?`,
    [id],
  );
  if (!row) throw new Failure('not-found');
  return row;
}

export interface PeriodRow {
  id: PeriodId;
  number: number;
  label: string;
  enamel: number;
}

export function listPeriods(db: Database, course: CourseId): PeriodRow[] {
  return all(db, 'SELECT id, number, label, enamel FROM period WHERE course_id = ? ORDER BY number', [
    course,
  ]);
}

/** Who is on a course's staff, the teacher first. */
export function listStaff(
  db: Database,
  course: CourseId,
): (PersonName & { email: string; role: CourseStaffRole })[] {
  return all(
    db,
    `SELECT ${nameColumns}, p.email, s.role FROM course_staff s JOIN person p ON p.id = s.person_id
     WHERE s.course_id = ? ORDER BY s.role = 'teacher' DESC, p.sort_key`,
    [course],
  );
}

interface DueRow {
  assignmentId: AssignmentId;
  periodId: PeriodId;
  due: Instant;
  dueLocal: LocalTime;
}

/** A course's assignments with their due times, the one due first at the head. */
export function listAssignments(db: Database, course: CourseId): AnswerOf<'readCourse'>['assignments'] {
  const dues = groupBy(
    all<DueRow>(
      db,
      `SELECT d.assignment_id AS assignmentId, d.period_id AS periodId, d.due_at AS due, d.due_local AS dueLocal
       FROM assignment a JOIN assignment_due d ON d.assignment_id = a.id WHERE a.course_id = ?`,
      [course],
    ),
    (due) => due.assignmentId,
  );
  const rows = all<{ id: AssignmentId; title: string; shortName: string; createdAt: Instant }>(
    db,
    'SELECT id, title, short_name AS shortName, created_at AS createdAt FROM assignment WHERE course_id = ?',
    [course],
  );
  const firstDue = (id: AssignmentId, createdAt: string) =>
    dues.get(id)?.reduce((first, { due }) => (due < first ? due : first), '9999') ?? createdAt;
  return rows
    .toSorted((a, b) => (firstDue(a.id, a.createdAt) < firstDue(b.id, b.createdAt) ? -1 : 1))
    .map(({ createdAt: _at, ...assignment }) => ({
      ...assignment,
      dues: (dues.get(assignment.id) ?? []).map(({ assignmentId: _id, ...due }) => due),
    }));
}

/** Everything about a course but its people's work. */
export function readCourse(
  db: Database,
  id: CourseId,
  role: AnswerOf<'readCourse'>['role'],
): AnswerOf<'readCourse'> {
  const { id: courseId, title, code, folderRule, fileRule } = findCourse(db, id);
  const counts = new Map(
    all<{ periodId: PeriodId; students: number }>(
      db,
      'SELECT period_id AS periodId, COUNT(*) AS students FROM enrolment WHERE course_id = ? GROUP BY period_id',
      [id],
    ).map((row) => [row.periodId, row.students]),
  );
  const periods = listPeriods(db, id).map((period) => ({ ...period, students: counts.get(period.id) ?? 0 }));
  return {
    id: courseId,
    title,
    code,
    folderRule,
    fileRule,
    role,
    year: one<{ id: YearId; label: string }>(
      db,
      'SELECT y.id, y.label FROM year y JOIN course c ON c.year_id = y.id WHERE c.id = ?',
      [id],
    )!,
    periods,
    staff: listStaff(db, id),
    students: periods.reduce((sum, period) => sum + period.students, 0),
    folders: one<{ n: number }>(db, 'SELECT COUNT(*) AS n FROM folder WHERE course_id = ?', [id])!.n,
    assignments: listAssignments(db, id),
  };
}

/** Sets how folders or files are named from now on; what has a name keeps it. */
export function setRule(
  school: School,
  by: PersonId,
  course: CourseId,
  subject: 'folder' | 'file',
  rule: string,
): void {
  together(school.db, () => {
    run(school.db, `UPDATE course SET ${subject}_rule = :rule WHERE id = :course`, { rule, course });
    writeEvent(school, by, 'rule set', { course }, { for: subject, ruleSha256: sha256Hex(rule) });
  });
}
