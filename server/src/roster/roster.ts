import {
  mayKeepAccount,
  mayRename,
  writePeople,
  type AccountFacts,
  type CourseId,
  type GroupId,
  type Instant,
  type KnownPerson,
  type PeriodId,
  type PersonId,
  type Keeper,
} from '@vestibul/core';
import type { AnswerOf, BodyOf, QueryOf } from '@vestibul/contract';
import { Failure } from '../platform/failure';
import type { School } from '../platform/School';
import { readSchool } from '../school/facts';
import { runJob } from '../platform/runJob';
import { accountColumns, accountFacts, toAccountFacts } from '../sign-in/accounts';
import { all, one, together, type Database } from '../platform/database/database';
import { handOutTo } from '../blanks/blanks';
import { listGroups, listPeriods } from '../courses/periods';
import { makeMissingFolders } from '../naming/folders';
import { nowOnLedger, writeEvent } from '../platform/ledger/ledger';
import { addPerson, nameColumns, nameOf, renamePerson, type PersonName } from '../school/people';
import { seatOf, takeFirstSeat } from '../courses/seats';
import { leave, moveTo, returnTo } from './attendance';
import { findNamed, type NamedStudent } from '../naming/naming';
import { applyRenames } from '../naming/renames';

/** A course's students by name, with their folders; who has left is among them. */
export function readRoster(db: Database, course: CourseId): AnswerOf<'readRoster'> {
  return all<
    PersonName & {
      email: string;
      username: string;
      number: string;
      periodId: PeriodId;
      groupId: GroupId | null;
      joinedAt: Instant;
      leftAt: Instant | null;
      folderId: string | null;
      folderName: string | null;
      hasSignedIn: number;
    } & Record<keyof AccountFacts, number>
  >(
    db,
    `SELECT ${nameColumns}, p.email, p.username, p.number, e.period_id AS periodId,
       e.group_id AS groupId, e.joined_at AS joinedAt, e.left_at AS leftAt, f.id AS folderId, f.name AS folderName, p.password_hash IS NOT NULL AS hasSignedIn, ${accountColumns}
     FROM enrolment e JOIN person p ON p.id = e.student_id
     LEFT JOIN folder f ON f.course_id = e.course_id AND f.student_id = e.student_id
     WHERE e.course_id = :course ORDER BY p.sort_key, p.id`,
    { course },
  ).map(({ folderId, folderName, hasSignedIn, broughtHere, isElsewhere, hasPassword, ...student }) => ({
    ...student,
    hasSignedIn: hasSignedIn === 1,
    ...staffRights(toAccountFacts({ broughtHere, isElsewhere, hasPassword })),
    folder: folderId === null ? null : { id: folderId as never, name: folderName! },
  }));
}

/** What the staff that runs a course may do with a student's account; the office may do all of it. */
const staffRights = (facts: AccountFacts) => ({
  staffKeepsAccount: mayKeepAccount('staff', facts),
  staffRenames: mayRename('staff', facts),
});

/** Says what would become of each row of a list. It is compared with the whole school in a thread, and nothing is written. */
export async function previewRoster(
  db: Database,
  course: CourseId,
  { text, columns, headingLine, firstLine, periodId }: BodyOf<'previewRoster'>,
): Promise<AnswerOf<'previewRoster'>> {
  const known = knownPeople(db, course);
  const periods = listPeriods(db, course).map(({ id, number, label }) => ({ id, number, label }));
  const read = await runJob('readList', {
    text,
    options: { columns, headingLine, firstLine, period: periodId, periods, known },
  });
  if (!read.ok) throw new Failure('bad-list', { line: read.line });
  const { ok: _ok, ...list } = read;
  const named = new Set([...list.rows.flatMap((row) => [row.known, ...row.candidates]), ...list.leavers]);
  return {
    ...list,
    people: known
      .filter((person) => named.has(person.id))
      .map(({ id, email, period }) => ({ ...nameOf(db, id), email, periodId: period })),
  };
}

function knownPeople(db: Database, course: CourseId): KnownPerson[] {
  return all<Omit<KnownPerson, 'isStudent' | 'left'> & { isStudent: number; left: number }>(
    db,
    `SELECT p.id, p.last, p.first, p.called, p.email, p.username, p.number, p.standing = 'student' AS isStudent,
       e.period_id AS period, e.left_at IS NOT NULL AS left
     FROM person p LEFT JOIN enrolment e ON e.student_id = p.id AND e.course_id = ?`,
    [course],
  ).map((person) => ({ ...person, isStudent: person.isStudent === 1, left: person.left === 1 }));
}

type Joined = AnswerOf<'joinRoster'>;

/**
 * Brings a course's roster to what a list says, all or nothing: who is new joins, who had left comes back, who sits
 * elsewhere moves, who has a new name takes it, and who is named in `leaving` leaves. Who joins or comes back has a
 * turn-in folder and the hand-outs of their period in the same step. The same list again changes nothing.
 */
export function joinRoster(
  school: School,
  { by, keeper }: { by: PersonId; keeper: Keeper },
  course: CourseId,
  list: BodyOf<'joinRoster'>,
): Joined {
  const { db } = school;
  return together(db, () => {
    const periods = new Set(listPeriods(db, course).map((period) => period.id));
    const done = { joined: 0, cameBack: 0, moved: 0, newNames: 0, namesLeft: 0, left: 0 };
    const students: PersonId[] = [];
    for (const { periodId, knownId, newName, ...person } of list.people) {
      if (!periods.has(periodId)) throw new Failure('not-found', { what: 'period' });
      if (knownId !== null) requireStudent(db, knownId);
      const student = knownId ?? addPerson(school, by, person, 'student', course);
      if (knownId !== null && newName) {
        if (!mayRename(keeper, accountFacts(db, course, student))) done.namesLeft += 1;
        else if (renameInCourse(school, by, course, student, person)) done.newNames += 1;
      }
      const change = takeSeat(school, by, course, student, periodId, list.fromList);
      if (change) done[change] += 1;
      if (change === 'joined' || change === 'cameBack') students.push(student);
    }
    for (const student of new Set(list.leaving))
      if (leave(school, by, course, student, list.fromList)) done.left += 1;
    const folders = makeMissingFolders(school, by, course);
    return { ...done, folders, copies: handOutTo(school, by, course), students };
  });
}

/** Puts one student where a list says; what had to change for it, or null. Inside the caller's transaction. */
export function takeSeat(
  school: School,
  by: PersonId,
  course: CourseId,
  student: PersonId,
  periodId: PeriodId,
  fromList: boolean,
): 'joined' | 'cameBack' | 'moved' | null {
  const { db } = school;
  const seat = seatOf(db, course, student);
  if (!seat) {
    const at = nowOnLedger(school);
    takeFirstSeat(db, course, student, periodId, at);
    writeEvent(school, by, 'joined', { course, period: periodId, student }, { list: fromList }, at);
    return 'joined';
  }
  const cameBack = seat.leftAt !== null && returnTo(school, by, course, student, fromList);
  const moved = seat.periodId !== periodId && moveTo(school, by, course, student, periodId, fromList);
  return cameBack ? 'cameBack' : moved ? 'moved' : null;
}

/** Gives a student another name everywhere in the school, and their folder and pieces of this course the names that follow from it. */
function renameInCourse(
  school: School,
  by: PersonId,
  course: CourseId,
  student: PersonId,
  name: Pick<NamedStudent, 'last' | 'first' | 'called'>,
): boolean {
  const before = findNamed(school.db, course, student);
  // A list that has no column for the name somebody is called by does not take it away.
  const after = { ...name, called: name.called || (before?.called ?? '') };
  if (!renamePerson(school, by, student, after)) return false;
  if (before) applyRenames(school, by, course, before, { ...before, ...after });
  return true;
}

function requireStudent(db: Database, id: PersonId): void {
  const found = one(db, `SELECT 1 FROM person WHERE id = ? AND standing = 'student'`, [id]);
  if (!found) throw new Failure('roster-changed');
}

/** The chosen columns of a course's people as a text to take away: who is there now, by name. */
export function peopleFile(school: School, course: CourseId, wanted: QueryOf<'readPeopleFile'>): string {
  const { db } = school;
  const periods = new Map(listPeriods(db, course).map((period) => [period.id, period.label]));
  const groups = new Map([...listGroups(db, course).values()].flat().map((group) => [group.id, group.name]));
  const people = readRoster(db, course)
    .filter((student) => student.leftAt === null)
    .filter((student) => !wanted.period || student.periodId === wanted.period)
    .filter((student) => !wanted.group || student.groupId === wanted.group)
    .map(({ periodId, groupId, folder, ...student }) => ({
      ...student,
      period: periods.get(periodId) ?? '',
      group: (groupId && groups.get(groupId)) ?? '',
      folder: folder?.name ?? '',
    }));
  return writePeople(people, wanted.columns, wanted.format, readSchool(db)?.name ?? '');
}
