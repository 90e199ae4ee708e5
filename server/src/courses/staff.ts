import { mayNameStaff, type CourseId, type CourseStaffRole, type PersonId, type Role } from '@vestibul/core';
import { Failure } from '../platform/failure';
import type { School } from '../platform/School';
import { all, one, run, together, type Database } from '../platform/database/database';
import { writeEvent } from '../platform/ledger/ledger';
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
  const row = one<{ role: CourseStaffRole }>(
    db,
    'SELECT role FROM course_staff WHERE course_id = ? AND person_id = ?',
    [course, person],
  );
  return row?.role ?? null;
}

/** Who changes a staff, and as what. */
interface Doer {
  by: PersonId;
  role: Role;
}

/** Fails with `not-allowed` where somebody may not name others in a role. */
function requireNamer({ role }: Doer, ...as: CourseStaffRole[]): void {
  if (!as.every((named) => mayNameStaff(role, named))) throw new Failure('not-allowed');
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
  const added = run(
    school.db,
    `INSERT INTO course_staff (course_id, person_id, role) VALUES (?, ?, ?) ON CONFLICT DO NOTHING`,
    [course, person, role],
  );
  if (added > 0) writeEvent(school, by, 'staff added', { course, person }, { role });
  return added > 0;
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
    run(school.db, 'UPDATE course_staff SET role = ? WHERE course_id = ? AND person_id = ?', [
      role,
      course,
      person,
    ]);
    writeEvent(school, doer.by, 'staff changed', { course, person }, { role });
  });
}

export function removeStaff(school: School, doer: Doer, course: CourseId, person: PersonId): void {
  together(school.db, () => {
    const role = requireOnStaff(school.db, course, person);
    requireNamer(doer, role);
    run(school.db, 'DELETE FROM course_staff WHERE course_id = ? AND person_id = ?', [course, person]);
    writeEvent(school, doer.by, 'staff removed', { course, person }, { role });
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
    if (before)
      run(db, `UPDATE course_staff SET role = 'co-teacher' WHERE course_id = ? AND person_id = ?`, [
        course,
        before.id,
      ]);
    run(
      db,
      `INSERT INTO course_staff (course_id, person_id, role) VALUES (:course, :to, 'teacher')
       ON CONFLICT (course_id, person_id) DO UPDATE SET role = 'teacher'`,
      { course, to },
    );
    writeEvent(school, by, 'course given', { course, person: to }, { from: before?.id ?? by, to });
  });
}
