import type { AssignmentId, CourseId, CourseStaffRole, PersonId, Role } from '@vestibul/core';
import { roleTowards } from '@vestibul/core';
import type { RouteSubject } from '@vestibul/contract';
import { one, type Database } from '../store/database';
import type { PersonRow } from '../store/people';

interface Subject {
  courseId: CourseId;
  ofStudent: PersonId | null;
}

/** For each kind of subject: the parameter that names it, and the query for its course and the student whose it is. */
const subjects: Record<Exclude<RouteSubject, 'school'>, { param: string; query: string }> = {
  course: { param: 'courseId', query: 'SELECT id AS courseId, NULL AS ofStudent FROM course WHERE id = ?' },
  assignment: {
    param: 'assignmentId',
    query: 'SELECT course_id AS courseId, NULL AS ofStudent FROM assignment WHERE id = ?',
  },
  submission: {
    param: 'submissionId',
    query: 'SELECT course_id AS courseId, student_id AS ofStudent FROM submission WHERE id = ?',
  },
  piece: {
    param: 'pieceId',
    query: `SELECT s.course_id AS courseId, s.student_id AS ofStudent
            FROM piece q JOIN submission s ON s.id = q.submission_id WHERE q.id = ?`,
  },
  upload: {
    param: 'uploadId',
    query: `SELECT a.course_id AS courseId, u.student_id AS ofStudent
            FROM upload u JOIN assignment a ON a.id = u.assignment_id WHERE u.id = ?`,
  },
};

/**
 * The role of whoever calls a route towards what the route is about. Something that is not there makes everybody an
 * outsider, so that an address cannot be guessed by the difference between 'not there' and 'not yours'.
 */
export function roleFor(
  db: Database,
  person: PersonRow | null,
  about: RouteSubject,
  params: Record<string, unknown>,
): Role {
  if (!person) return 'nobody';
  if (about === 'school') return person.standing;
  const { param, query } = subjects[about];
  const subject = one<Subject>(db, query, [String(params[param])]);
  if (!subject) return 'outsider';
  const staff = one<{ role: CourseStaffRole }>(
    db,
    'SELECT role FROM course_staff WHERE course_id = ? AND person_id = ?',
    [subject.courseId, person.id],
  );
  const enrolled = one(db, 'SELECT 1 FROM enrolment WHERE course_id = ? AND student_id = ?', [
    subject.courseId,
    person.id,
  ]);
  return roleTowards(person, {
    staff: staff?.role ?? null,
    enrolled: enrolled !== undefined,
    ofStudent: subject.ofStudent,
  });
}

/** The course that an assignment belongs to, for telling the staff of it. */
export function courseOf(db: Database, assignment: AssignmentId): CourseId | undefined {
  return one<{ id: CourseId }>(db, 'SELECT course_id AS id FROM assignment WHERE id = ?', [assignment])?.id;
}
