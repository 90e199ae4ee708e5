import {
  studentValues,
  courseValues,
  folderNaming,
  instantToLocal,
  isOver,
  parseRule,
  pieceNaming,
  type AssignmentId,
  type CourseId,
  type Day,
  type Instant,
  type LocalTime,
  type NameSubject,
  type NameValues,
  type Naming,
  type NamingCourseFacts,
  type NamingPieceFacts,
  type NamingStudentFacts,
  type OffRule,
  type PeriodId,
  type PersonElsewhere,
  type PersonId,
  type Rule,
  type Standing,
} from '@vestibul/core';
import type { School } from '../platform/School';
import { timeZoneOf } from '../school/facts';
import type { AssignmentRow } from '../assignments/assignments';
import { findCourse, type CourseRow } from '../courses/courses';
import { all, one, type Database } from '../platform/database/database';
import { todayOf, yearOfCourse } from '../school/years';

/** A rule that was checked when it was set; throws should it be unreadable all the same. */
export function readStoredRule(source: string): Rule {
  const parsed = parseRule(source);
  if (!parsed.ok) throw new Error(`the stored rule '${source}' cannot be read: ${parsed.fault.code}`);
  return parsed.rule;
}

/** Who somebody is to the naming rules. */
export interface NamedStudent extends NamingStudentFacts {
  studentId: PersonId;
  periodId: PeriodId;
}

const namedColumns = `p.id AS studentId, p.last, p.first, p.called, p.username, p.email, p.number,
  COALESCE(g.name, '') AS "group", h.id AS periodId, h.number AS period`;
const namedTables = `enrolment e JOIN person p ON p.id = e.student_id JOIN period h ON h.id = e.period_id
  LEFT JOIN student_group g ON g.id = e.group_id`;

/** What a student of a course is to its naming rules; undefined where they never were in it. */
export function findNamed(db: Database, course: CourseId, student: PersonId): NamedStudent | undefined {
  return one(db, `SELECT ${namedColumns} FROM ${namedTables} WHERE e.course_id = ? AND e.student_id = ?`, [
    course,
    student,
  ]);
}

/** Everybody who is or was in a course, in the order in which names are given out. */
export function listNamed(db: Database, course: CourseId): (NamedStudent & { leftAt: Instant | null })[] {
  return all(
    db,
    `SELECT ${namedColumns}, e.left_at AS leftAt FROM ${namedTables} WHERE e.course_id = ?
     ORDER BY h.number, p.sort_key, p.id`,
    [course],
  );
}

/** Those on the roster now, with what tells who they are. */
export function listRosterValues(db: Database, course: CourseId): { id: PersonId; values: NameValues }[] {
  return valuesOf(listNamed(db, course).filter(({ leftAt }) => leftAt === null));
}

/** Those on the roster and those who have left it: work of theirs is not to be taken for that of a namesake who stayed. */
export function listEverybodyValues(db: Database, course: CourseId): { id: PersonId; values: NameValues }[] {
  return valuesOf(listNamed(db, course));
}

/**
 * Everybody whom the school knows and who never was in a course: its staff, and students. What else is said of them is read
 * when somebody is named: of a whole school that takes ten times as long as their names.
 */
export function listElsewhere(school: School, course: CourseId): PersonElsewhere[] {
  const { db } = school;
  return all<{ id: PersonId; first: string; called: string; last: string; standing: Standing }>(
    db,
    `SELECT p.id, p.first, p.called, p.last, p.standing FROM person p
     WHERE NOT EXISTS (SELECT 1 FROM enrolment e WHERE e.course_id = ? AND e.student_id = p.id)`,
    [course],
  ).map(({ id, standing, ...names }) => ({
    ...names,
    isStudent: standing === 'student',
    lastCourse: () => lastCourseOf(school, id),
  }));
}

/** The course that a student joined last, with its year where that has ended; null for none. */
function lastCourseOf(school: School, student: PersonId): ReturnType<PersonElsewhere['lastCourse']> {
  const row = one<{ title: string; label: string; endsOn: Day }>(
    school.db,
    `SELECT c.title, y.label, y.ends_on AS endsOn FROM enrolment e JOIN course c ON c.id = e.course_id
     JOIN year y ON y.id = c.year_id WHERE e.student_id = ? ORDER BY e.joined_at DESC LIMIT 1`,
    [student],
  );
  if (!row) return null;
  return { title: row.title, year: isOver(row, todayOf(school)) ? row.label : null };
}

function valuesOf(students: readonly NamedStudent[]): { id: PersonId; values: NameValues }[] {
  return students.map((student) => ({ id: student.studentId, values: studentValues(student) }));
}

/** Naming in one course: its rules, and what they are filled with. Read once for many names. */
export class CourseNaming {
  readonly course: CourseRow;
  readonly rules: Record<NameSubject, Rule>;
  readonly facts: NamingCourseFacts;
  readonly #today: Day;
  readonly #zone: string;
  readonly #db: Database;

  constructor(school: School, id: CourseId) {
    this.#db = school.db;
    this.course = findCourse(school.db, id);
    this.rules = {
      folder: readStoredRule(this.course.folderRule),
      file: readStoredRule(this.course.fileRule),
    };
    this.#zone = timeZoneOf(school.db);
    this.#today = todayOf(school);
    const { label, terms } = yearOfCourse(school, id);
    const teacher = one<{ last: string }>(
      school.db,
      `SELECT p.last FROM course_staff s JOIN person p ON p.id = s.person_id WHERE s.course_id = ? AND s.role = 'teacher'`,
      [id],
    );
    const { title, code } = this.course;
    this.facts = { course: title, code, year: label, terms, teacher: teacher?.last ?? '' };
  }

  /** What all names of the course share today. */
  get shared(): NameValues {
    return courseValues(this.facts, this.#today);
  }

  folder(student: NamingStudentFacts): Naming {
    return folderNaming(this.facts, student, this.#today);
  }

  piece(student: NamingStudentFacts, piece: Omit<NamingPieceFacts, 'date'> & { at: Instant }): Naming {
    return pieceNaming(this.facts, student, { ...piece, date: this.dayOf(piece.at) });
  }

  /** The day that a moment lies in, in the school's time. */
  dayOf(at: Instant): Day {
    return instantToLocal(at, this.#zone).slice(0, 10) as Day;
  }

  /** The day on which an assignment is due for a period, `yyyy-MM-dd`, or null. */
  dueDay(assignment: AssignmentId, period: PeriodId): string | null {
    const row = one<{ due: LocalTime }>(
      this.#db,
      'SELECT due_local AS due FROM assignment_due WHERE assignment_id = ? AND period_id = ?',
      [assignment, period],
    );
    return row?.due.slice(0, 10) ?? null;
  }
}

/** What happens to names that do not follow, where an assignment may say otherwise than its course. */
export function offRuleOf(
  course: Pick<CourseRow, 'offRule'>,
  assignment: Pick<AssignmentRow, 'offRule'>,
): OffRule {
  return assignment.offRule ?? course.offRule;
}
