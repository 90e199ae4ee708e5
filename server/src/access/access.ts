import type { Afterwards, CourseId, PersonId, PieceId, Role } from '@vestibul/core';
import { isShared, roleTowards } from '@vestibul/core';
import type { RouteSubject } from '@vestibul/contract';
import { one, type Database } from '../platform/database/database';
import type { PersonRow } from '../school/people';
import { roleOnStaff } from '../courses/staff';
import type { VisitRow } from '../doors/visits';

interface Subject {
  /** Null for what lies in a drawer and in no course. */
  courseId: CourseId | null;
  ofStudent: PersonId | null;
}

interface SubjectKind {
  /** The parameter that names it. */
  param: string;
  /** Its course, and the student whose it is. */
  query: string;
  /** Nobody but who made it has anything to do with it, not even the staff. */
  onlyOwn?: true;
}

const subjects: Record<Exclude<RouteSubject, 'school'>, SubjectKind> = {
  course: { param: 'courseId', query: 'SELECT id AS courseId, NULL AS ofStudent FROM course WHERE id = ?' },
  period: {
    param: 'periodId',
    query: 'SELECT course_id AS courseId, NULL AS ofStudent FROM period WHERE id = ?',
  },
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
    query: `SELECT COALESCE(u.course_id, a.course_id) AS courseId, u.by_id AS ofStudent
            FROM upload u LEFT JOIN assignment a ON a.id = u.assignment_id WHERE u.id = ?`,
    onlyOwn: true,
  },
  blank: {
    param: 'blankId',
    query: 'SELECT course_id AS courseId, NULL AS ofStudent FROM blank WHERE id = ?',
  },
  door: {
    param: 'doorId',
    query: 'SELECT course_id AS courseId, NULL AS ofStudent FROM side_door WHERE id = ?',
  },
  delivery: {
    param: 'deliveryId',
    query: 'SELECT course_id AS courseId, NULL AS ofStudent FROM delivery WHERE id = ?',
  },
  pile: {
    param: 'pileId',
    query: 'SELECT course_id AS courseId, NULL AS ofStudent FROM pile WHERE id = ?',
  },
  'pile piece': {
    param: 'pilePieceId',
    query: 'SELECT course_id AS courseId, NULL AS ofStudent FROM pile_piece WHERE id = ?',
  },
  copy: {
    param: 'copyId',
    query: 'SELECT course_id AS courseId, student_id AS ofStudent FROM copy WHERE id = ?',
  },
};

/**
 * The role of whoever calls a route towards what the route is about, and the course that it lies in. Something that is
 * not there makes everybody an outsider, so that an address cannot be guessed by the difference between 'not there' and
 * 'not yours'.
 */
export function roleFor(
  db: Database,
  person: PersonRow | null,
  visit: VisitRow | null,
  about: RouteSubject,
  params: Record<string, unknown>,
): { role: Role; course: CourseId | null } {
  if (about === 'upload' && visit && isBroughtBy(db, visit, String(params.uploadId)))
    return { role: 'guest', course: null };
  if (!person) return { role: visit && about === 'school' ? 'guest' : 'nobody', course: null };
  if (about === 'school') return { role: person.standing, course: null };
  const { param, query, onlyOwn } = subjects[about];
  const id = String(params[param]);
  const subject = one<Subject>(db, query, [id]);
  if (!subject || (onlyOwn && subject.ofStudent !== person.id)) return { role: 'outsider', course: null };
  const { courseId: course, ofStudent } = subject;
  if (course === null) return { role: person.standing, course };
  const enrolled = one(db, 'SELECT 1 FROM enrolment WHERE course_id = ? AND student_id = ?', [
    course,
    person.id,
  ]);
  const role = roleTowards(person, {
    staff: roleOnStaff(db, course, person.id),
    enrolled: enrolled !== undefined,
    ofStudent,
    shared: about === 'piece' && ofStudent !== person.id && isPieceShared(db, id as PieceId, person.id),
  });
  return { role, course };
}

/** Whether something on its way was brought in this visit. */
function isBroughtBy(db: Database, visit: VisitRow, upload: string): boolean {
  return one(db, 'SELECT 1 FROM upload WHERE id = ? AND visit_id = ?', [upload, visit.id]) !== undefined;
}

/** Whether a piece is shown to somebody of its student's period. Only the attempt that counts is. */
function isPieceShared(db: Database, piece: PieceId, viewer: PersonId): boolean {
  const row = one<{ afterwards: Afterwards; held: number; samePeriod: number; hasTurnedIn: number }>(
    db,
    `SELECT a.afterwards, s.held OR q.attempt <> s.attempt AS held,
       EXISTS (SELECT 1 FROM enrolment o JOIN enrolment m ON m.course_id = o.course_id AND m.period_id = o.period_id
         WHERE o.course_id = s.course_id AND o.student_id = s.student_id AND m.student_id = :viewer
           AND m.left_at IS NULL) AS samePeriod,
       EXISTS (SELECT 1 FROM submission mine WHERE mine.assignment_id = s.assignment_id
         AND mine.student_id = :viewer AND mine.attempt > 0) AS hasTurnedIn
     FROM piece q JOIN submission s ON s.id = q.submission_id JOIN assignment a ON a.id = s.assignment_id
     WHERE q.id = :piece`,
    { piece, viewer },
  );
  return (
    row !== undefined &&
    isShared({
      afterwards: row.afterwards,
      held: row.held === 1,
      samePeriod: row.samePeriod === 1,
      viewerHasTurnedIn: row.hasTurnedIn === 1,
    })
  );
}
