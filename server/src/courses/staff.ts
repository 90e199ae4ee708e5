import {
  mayNameStaff,
  type CourseId,
  type CourseStaffRole,
  type Instant,
  type PersonId,
  type Level,
} from '@vestibul/core';
import { Failure } from '../platform/failure';
import type { School } from '../platform/School';
import { all, one, run, together, type Database } from '../platform/database/database';
import { nowOnLedger, writeEvent } from '../platform/ledger/ledger';
import { findByEmail, findPerson, nameColumns, type PersonName } from '../school/people';

/** Who is on a course's staff, the teacher first. */
export function listStaff(
  db: Database,
  course: CourseId,
): (PersonName & { email: string; role: CourseStaffRole })[] {
  return all(
    db,
    `SELECT ${nameColumns}, p.email, s.role FROM course_staff s JOIN person p ON p.id = s.person_id
     WHERE s.course_id = ? ORDER BY CASE s.role WHEN 'teacher' THEN 0 WHEN 'co-teacher' THEN 1 ELSE 2 END, p.sort_key`,
    [course],
  );
}

export function roleOnStaff(db: Database, course: CourseId, person: PersonId): CourseStaffRole | null {
  return seatOnStaff(db, course, person)?.role ?? null;
}

/** Somebody's role on a course's staff, and since when they have it. */
function seatOnStaff(
  db: Database,
  course: CourseId,
  person: PersonId,
): { role: CourseStaffRole; from: Instant } | undefined {
  return one(db, 'SELECT role, from_at AS "from" FROM course_staff WHERE course_id = ? AND person_id = ?', [
    course,
    person,
  ]);
}

/** Gives somebody a role on a course's staff from a moment on, or none; the one they had is kept with its end. */
function setRole(
  db: Database,
  at: Instant,
  course: CourseId,
  person: PersonId,
  role: CourseStaffRole | null,
): void {
  const was = seatOnStaff(db, course, person);
  if (was?.from === at)
    run(db, 'DELETE FROM on_staff WHERE course_id = ? AND person_id = ? AND from_at = ?', [
      course,
      person,
      at,
    ]);
  else
    run(db, 'UPDATE on_staff SET until_at = ? WHERE course_id = ? AND person_id = ? AND until_at IS NULL', [
      at,
      course,
      person,
    ]);
  if (role !== null)
    run(db, 'INSERT INTO on_staff (course_id, person_id, role, from_at) VALUES (?, ?, ?, ?)', [
      course,
      person,
      role,
      at,
    ]);
}

/** Who changes a staff, and what they can do with its course. */
interface Doer {
  by: PersonId;
  level: Level;
}

/** Fails with `not-allowed` where somebody may not name others in a role. */
function requireNamer({ level }: Doer, ...as: CourseStaffRole[]): void {
  if (!as.every((named) => mayNameStaff(level, named))) throw new Failure('not-allowed');
}

/** Puts a teacher of the school on a course's staff. */
export function addStaff(
  school: School,
  doer: Doer,
  course: CourseId,
  { email, role }: { email: string; role: CourseStaffRole },
): void {
  requireNamer(doer, role);
  together(school.db, () => {
    const person = findByEmail(school.db, email);
    if (!person || person.standing !== 'teacher') throw new Failure('not-found', { what: 'teacher', email });
    if (!putOnStaff(school, doer.by, course, person.id, role))
      throw new Failure('already-on-staff', { email });
  });
}

/** The part of `addStaff` that others share: false when the person is on the staff already. */
export function putOnStaff(
  school: School,
  by: PersonId,
  course: CourseId,
  person: PersonId,
  role: CourseStaffRole,
): boolean {
  if (roleOnStaff(school.db, course, person) !== null) return false;
  const at = nowOnLedger(school);
  setRole(school.db, at, course, person, role);
  writeEvent(school, by, 'staff added', { course, person }, { role }, at);
  return true;
}

/** Makes somebody of the staff a co-teacher or an aide. The teacher stays the teacher until the course is given away. */
export function changeStaff(
  school: School,
  doer: Doer,
  course: CourseId,
  person: PersonId,
  role: 'co-teacher' | 'aide',
): void {
  together(school.db, () => {
    const before = requireOnStaff(school.db, course, person);
    if (before === role) return;
    requireNamer(doer, before, role);
    const at = nowOnLedger(school);
    setRole(school.db, at, course, person, role);
    writeEvent(school, doer.by, 'staff changed', { course, person }, { role }, at);
  });
}

export function removeStaff(school: School, doer: Doer, course: CourseId, person: PersonId): void {
  together(school.db, () => {
    const role = requireOnStaff(school.db, course, person);
    requireNamer(doer, role);
    const at = nowOnLedger(school);
    setRole(school.db, at, course, person, null);
    writeEvent(school, doer.by, 'staff removed', { course, person }, { role }, at);
  });
}

function requireOnStaff(db: Database, course: CourseId, person: PersonId): CourseStaffRole {
  const role = roleOnStaff(db, course, person);
  if (role === null) throw new Failure('not-on-staff');
  if (role === 'teacher') throw new Failure('is-the-teacher');
  return role;
}

/** Gives the course to another teacher in one act; whoever had it stays as co-teacher. */
export function giveCourse(school: School, by: PersonId, course: CourseId, to: PersonId): void {
  together(school.db, () => {
    const { db } = school;
    const person = findPerson(db, to);
    if (!person || person.standing !== 'teacher') throw new Failure('not-found', { what: 'teacher' });
    const before = one<{ id: PersonId }>(
      db,
      `SELECT person_id AS id FROM course_staff WHERE course_id = ? AND role = 'teacher'`,
      [course],
    );
    if (before?.id === to) return;
    const at = nowOnLedger(school);
    if (before) setRole(db, at, course, before.id, 'co-teacher');
    setRole(db, at, course, to, 'teacher');
    writeEvent(school, by, 'course given', { course, person: to }, { from: before?.id ?? by, to }, at);
  });
}
