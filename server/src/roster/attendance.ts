import type { CourseId, Keeper, PeriodId, PersonId } from '@vestibul/core';
import type { AnswerOf, BodyOf } from '@vestibul/contract';
import { Failure } from '../platform/failure';
import type { School } from '../platform/School';
import { handOutTo } from '../blanks/blanks';
import { one, together, type Database } from '../platform/database/database';
import { makeMissingFolders } from '../naming/folders';
import { nowOnLedger, writeEvent } from '../platform/ledger/ledger';
import { changeAccount, requireKeeper } from '../sign-in/accounts';
import { renamePerson } from '../school/people';
import { listPeriods, putInGroup } from '../courses/periods';
import { changeSeat, seatOf, type Seat } from '../courses/seats';
import { findNamed, type NamedStudent } from '../naming/naming';
import { applyRenames, previewRenames } from '../naming/renames';

function findSeat(db: Database, course: CourseId, student: PersonId): Seat {
  const seat = seatOf(db, course, student);
  if (!seat) throw new Failure('not-here');
  return seat;
}

/**
 * Notes that a student has left. No file changes: the slot stays with their work, marked with the date and out of the
 * counts. False when they had left already. Inside the caller's transaction.
 */
export function leave(
  school: School,
  by: PersonId,
  course: CourseId,
  student: PersonId,
  fromList: boolean,
): boolean {
  const seat = findSeat(school.db, course, student);
  if (seat.leftAt !== null) return false;
  const at = nowOnLedger(school);
  changeSeat(school.db, course, student, { leftAt: at }, at);
  writeEvent(school, by, 'left', { course, period: seat.periodId, student }, { list: fromList }, at);
  return true;
}

/** Notes that a student is back: the same slot goes on. False when they had not left. Inside the caller's transaction. */
export function returnTo(
  school: School,
  by: PersonId,
  course: CourseId,
  student: PersonId,
  fromList: boolean,
): boolean {
  const seat = findSeat(school.db, course, student);
  if (seat.leftAt === null) return false;
  const at = nowOnLedger(school);
  changeSeat(school.db, course, student, { leftAt: null }, at);
  writeEvent(school, by, 'came back', { course, period: seat.periodId, student }, { list: fromList }, at);
  return true;
}

/** Moves a student to another period; the slot goes along and is named anew where the rule says so. Inside the caller's transaction. */
export function moveTo(
  school: School,
  by: PersonId,
  course: CourseId,
  student: PersonId,
  to: PeriodId,
  fromList: boolean,
): boolean {
  const was = findNamed(school.db, course, student)!;
  if (!changePeriod(school, by, course, student, to, fromList)) return false;
  applyRenames(school, by, course, was, findNamed(school.db, course, student)!);
  return true;
}

function changePeriod(
  school: School,
  by: PersonId,
  course: CourseId,
  student: PersonId,
  to: PeriodId,
  fromList: boolean,
): boolean {
  const { periodId: from } = findSeat(school.db, course, student);
  if (from === to) return false;
  // A small group belongs to its period.
  const at = nowOnLedger(school);
  changeSeat(school.db, course, student, { periodId: to, groupId: null }, at);
  writeEvent(school, by, 'moved', { course, period: to, student }, { from, to, list: fromList }, at);
  return true;
}

/**
 * Puts students of a course into other periods, all or none, so that two can change places. Fails with `not-here` for
 * somebody who is not in the course, and with `not-found` for a period or a group that is not there.
 */
export function moveStudents(
  school: School,
  by: PersonId,
  course: CourseId,
  { moves }: BodyOf<'moveStudents'>,
): AnswerOf<'moveStudents'> {
  const { db } = school;
  return together(db, () => {
    const named = (student: PersonId) => findNamed(db, course, student)!;
    const were = moves.map(({ studentId, periodId }) => {
      findSeat(db, course, studentId);
      requirePeriod(db, course, periodId);
      return named(studentId);
    });
    // Names are given once everybody sits where they are to: what they are called follows from it.
    for (const { studentId, periodId } of moves) changePeriod(school, by, course, studentId, periodId, false);
    let renamed = 0;
    for (const was of were) renamed += applyRenames(school, by, course, was, named(was.studentId));
    for (const { studentId, periodId, groupId } of moves)
      if (groupId) putInGroup(school, by, periodId, { groupId, studentIds: [studentId] });
    return { renamed };
  });
}

export function leaveCourse(school: School, by: PersonId, course: CourseId, student: PersonId): void {
  together(school.db, () => leave(school, by, course, student, false));
}

/** Somebody who left comes back, to their period or another, and has what the others have. */
export function comeBack(
  school: School,
  by: PersonId,
  course: CourseId,
  student: PersonId,
  periodId: PeriodId | null,
): void {
  together(school.db, () => {
    returnTo(school, by, course, student, false);
    if (periodId !== null) {
      requirePeriod(school.db, course, periodId);
      moveTo(school, by, course, student, periodId, false);
    }
    makeMissingFolders(school, by, course);
    handOutTo(school, by, course);
  });
}

function requirePeriod(db: Database, course: CourseId, id: PeriodId): { number: number } {
  const period = listPeriods(db, course).find((known) => known.id === id);
  if (!period) throw new Failure('not-found', { what: 'period' });
  return period;
}

type StudentBody = BodyOf<'changeStudent'>;

function becomes(db: Database, course: CourseId, was: NamedStudent, body: StudentBody): NamedStudent {
  return { ...was, ...body, period: requirePeriod(db, course, body.periodId).number };
}

/** The names of folder and pieces that would change with a student's name or period. Writes nothing. */
export function previewStudent(
  school: School,
  course: CourseId,
  student: PersonId,
  body: StudentBody,
): AnswerOf<'previewStudent'> {
  const { db } = school;
  findSeat(db, course, student);
  const was = findNamed(db, course, student)!;
  return { names: previewRenames(school, course, was, becomes(db, course, was, body)) };
}

/**
 * Changes a student's name, contact and period in one step, with the names that follow from it. Fails with `office-only`
 * where what belongs to the person is not the caller's to change.
 */
export function changeStudent(
  school: School,
  { by, keeper }: { by: PersonId; keeper: Keeper },
  course: CourseId,
  student: PersonId,
  body: StudentBody,
): AnswerOf<'changeStudent'> {
  return together(school.db, () => {
    const { db } = school;
    findSeat(db, course, student);
    const was = findNamed(db, course, student)!;
    const is = becomes(db, course, was, body);
    const changes = changesOf(db, student, body);
    requireKeeper(school, keeper, course, student, changes);
    if (changes.name) renamePerson(school, by, student, body);
    if (changes.contact) changeAccount(school, by, student, body);
    changePeriod(school, by, course, student, body.periodId, false);
    const renamed = applyRenames(school, by, course, was, is);
    handOutTo(school, by, course);
    return { renamed };
  });
}

function changesOf(db: Database, student: PersonId, body: StudentBody): { name: boolean; contact: boolean } {
  const before = one<Omit<StudentBody, 'periodId'>>(
    db,
    'SELECT last, first, called, email, username, number FROM person WHERE id = ?',
    [student],
  )!;
  const differs = (keys: readonly (keyof typeof before)[]) => keys.some((key) => before[key] !== body[key]);
  return {
    name: differs(['last', 'first', 'called']),
    contact: differs(['email', 'username', 'number']),
  };
}
