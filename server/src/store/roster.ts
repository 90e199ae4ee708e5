import {
  canReadPeople,
  judgeRows,
  readTable,
  recogniseColumns,
  type CourseId,
  type Instant,
  type KnownPerson,
  type PeriodId,
  type PersonId,
} from '@vestibul/core';
import type { AnswerOf, BodyOf } from '@vestibul/contract';
import { Failure } from '../failure';
import type { School } from '../school';
import { all, one, run, together, type Database } from './database';
import { listPeriods } from './courses';
import { makeMissingFolders } from './folders';
import { writeEvent } from './ledger';
import { addPerson, nameColumns, type PersonName } from './people';

/** Rows of a list shown as they stand, for choosing columns by hand. */
const SAMPLE_ROWS = 5;

/** A course's students by name, with their folders. */
export function readRoster(db: Database, course: CourseId): AnswerOf<'readRoster'> {
  return all<
    PersonName & {
      email: string;
      username: string;
      number: string;
      periodId: PeriodId;
      joinedAt: Instant;
      folderId: string | null;
      folderName: string | null;
      hasSignedIn: number;
    }
  >(
    db,
    `SELECT ${nameColumns}, p.email, p.username, p.number, e.period_id AS periodId, e.joined_at AS joinedAt,
       f.id AS folderId, f.name AS folderName, p.password_hash IS NOT NULL AS hasSignedIn
     FROM enrolment e JOIN person p ON p.id = e.student_id
     LEFT JOIN folder f ON f.course_id = e.course_id AND f.student_id = e.student_id
     WHERE e.course_id = ? ORDER BY p.sort_key, p.id`,
    [course],
  ).map(({ folderId, folderName, hasSignedIn, ...student }) => ({
    ...student,
    hasSignedIn: hasSignedIn === 1,
    folder: folderId === null ? null : { id: folderId as never, name: folderName! },
  }));
}

/** Says what would become of each row of a list. Writes nothing. */
export function previewRoster(
  db: Database,
  course: CourseId,
  list: BodyOf<'previewRoster'>,
): AnswerOf<'previewRoster'> {
  const table = readTable(list.text);
  if (!table.ok) throw new Failure('bad-list', { line: table.line });
  if (table.rows.length === 0) throw new Failure('bad-list', { line: 0 });
  const recognised = recogniseColumns(table.rows);
  const columns = recognised.columns.map((found, i) => list.columns?.[i] ?? found);
  const hasHeadings = list.hasHeadings ?? recognised.hasHeadings;
  const enough = canReadPeople(columns);
  const skip = hasHeadings ? 1 : 0;
  return {
    separator: table.separator,
    columns,
    hasHeadings,
    enough,
    sample: table.rows.slice(0, SAMPLE_ROWS),
    rows: enough
      ? judgeRows(
          table.rows.slice(skip).map((cells, i) => ({ line: table.lines[i + skip]!, cells })),
          {
            columns,
            period: list.periodId,
            periods: listPeriods(db, course),
            known: knownPeople(db, course),
          },
        )
      : [],
  };
}

function knownPeople(db: Database, course: CourseId): KnownPerson[] {
  return all<Omit<KnownPerson, 'isStudent'> & { isStudent: number }>(
    db,
    `SELECT ${nameColumns}, p.email, p.username, p.number, p.standing = 'student' AS isStudent, e.period_id AS period
     FROM person p LEFT JOIN enrolment e ON e.student_id = p.id AND e.course_id = ?`,
    [course],
  ).map((person) => ({ ...person, isStudent: person.isStudent === 1 }));
}

/**
 * Puts people on a course's roster, all or none, each with a turn-in folder where the course has them.
 * Who is already there is passed over, so the same list twice changes nothing.
 */
export function joinRoster(
  school: School,
  by: PersonId,
  course: CourseId,
  list: BodyOf<'joinRoster'>,
): { joined: number; folders: number } {
  const { db } = school;
  return together(db, () => {
    const periods = new Set(listPeriods(db, course).map((period) => period.id));
    let joined = 0;
    for (const { periodId, knownId, ...person } of list.people) {
      if (!periods.has(periodId)) throw new Failure('not-found', { what: 'period' });
      if (knownId !== null) requireStudent(db, knownId);
      const student = knownId ?? addPerson(school, by, person, 'student');
      const added = run(
        db,
        `INSERT INTO enrolment (course_id, student_id, period_id, joined_at)
         VALUES (:course, :student, :periodId, :at) ON CONFLICT DO NOTHING`,
        { course, student, periodId, at: school.now() },
      );
      if (added === 0) continue;
      joined += 1;
      writeEvent(school, by, 'joined', { course, period: periodId, student }, { list: list.fromList });
    }
    return { joined, folders: makeMissingFolders(school, by, course) };
  });
}

function requireStudent(db: Database, id: PersonId): void {
  const found = one(db, `SELECT 1 FROM person WHERE id = ? AND standing = 'student'`, [id]);
  if (!found) throw new Failure('roster-changed');
}

/** Students of a course with an address who have never set a password. */
export function listWithoutPassword(
  db: Database,
  course: CourseId,
): (PersonName & { email: string; periodId: PeriodId })[] {
  return all(
    db,
    `SELECT ${nameColumns}, p.email, e.period_id AS periodId FROM enrolment e JOIN person p ON p.id = e.student_id
     WHERE e.course_id = ? AND p.password_hash IS NULL AND p.email <> '' ORDER BY p.sort_key, p.id`,
    [course],
  );
}
