import type {
  AssignmentId,
  CourseId,
  FolderId,
  Instant,
  NameSubject,
  Naming,
  PersonId,
  PieceId,
} from '@vestibul/core';
import { listAssignments } from '../assignments/assignmentList';
import { all } from '../platform/database/database';
import { listNamed, type CourseNaming, type NamedStudent } from './naming';
import { listPeriods } from '../courses/periods';
import type { School } from '../platform/School';

/** A folder or a piece: its name, and what the rule is filled with for it. */
export interface Nameable extends Naming {
  id: FolderId | PieceId;
  name: string;
  student: NamedStudent;
  about: {
    course: CourseId;
    student: PersonId;
    assignment?: AssignmentId;
    folder?: FolderId;
    piece?: PieceId;
  };
}

/**
 * Everything in a course that has a name, in the order in which names were given out; with `who`, only what is that
 * student's, named as if they were so.
 */
export function listNameables(
  school: School,
  naming: CourseNaming,
  subject: NameSubject,
  who?: NamedStudent,
): Nameable[] {
  const course = naming.course.id;
  const students = new Map(
    (who ? [who] : listNamed(school.db, course)).map((student) => [student.studentId, student]),
  );
  return subject === 'folder'
    ? foldersOf(school, naming, course, students, who)
    : piecesOf(school, naming, course, students, who);
}

type Students = ReadonlyMap<PersonId, NamedStudent>;

/** SQL that keeps a query to one student where there is one. */
const only = (who: NamedStudent | undefined, column: string) => (who ? ` AND ${column} = :student` : '');

function bind(course: CourseId, who: NamedStudent | undefined): Record<string, string> {
  return who ? { course, student: who.studentId } : { course };
}

function foldersOf(
  school: School,
  naming: CourseNaming,
  course: CourseId,
  students: Students,
  who?: NamedStudent,
): Nameable[] {
  return all<{ id: FolderId; name: string; studentId: PersonId }>(
    school.db,
    `SELECT id, name, student_id AS studentId FROM folder WHERE course_id = :course${only(who, 'student_id')}
     ORDER BY made_at, rowid`,
    bind(course, who),
  ).flatMap(({ id, name, studentId }) => {
    const student = students.get(studentId);
    if (!student) return [];
    return [
      {
        id,
        name,
        student,
        ...naming.folder(student),
        about: { course, student: studentId, folder: id },
      },
    ];
  });
}

function piecesOf(
  school: School,
  naming: CourseNaming,
  course: CourseId,
  students: Students,
  who?: NamedStudent,
): Nameable[] {
  const { db } = school;
  const assignments = new Map(listAssignments(db, course).map((assignment) => [assignment.id, assignment]));
  const labels = new Map(listPeriods(db, course).map((period) => [period.id, period.label]));
  return all<{
    id: PieceId;
    name: string;
    extension: string;
    originalName: string;
    attempt: number;
    n: number;
    at: Instant;
    studentId: PersonId;
    assignmentId: AssignmentId;
    folderName: string;
  }>(
    db,
    `SELECT q.id, q.name, q.extension, q.original_name AS originalName, q.attempt, q.n, t.at,
       s.student_id AS studentId, s.assignment_id AS assignmentId, COALESCE(f.name, '') AS folderName
     FROM submission s JOIN piece q ON q.submission_id = s.id
     JOIN attempt t ON t.submission_id = s.id AND t.n = q.attempt
     LEFT JOIN folder f ON f.course_id = s.course_id AND f.student_id = s.student_id
     WHERE s.course_id = :course${only(who, 's.student_id')} ORDER BY t.at, q.n, q.id`,
    bind(course, who),
  ).flatMap((piece) => {
    const student = students.get(piece.studentId);
    const assignment = assignments.get(piece.assignmentId);
    if (!student || !assignment) return [];
    const due =
      assignment.dues.find(({ periodId }) => periodId === student.periodId)?.dueLocal.slice(0, 10) ?? null;
    const named = naming.piece(student, {
      ...piece,
      assignment,
      due,
      period: labels.get(student.periodId) ?? '',
      folder: piece.folderName,
    });
    const about = { course, student: piece.studentId, assignment: piece.assignmentId, piece: piece.id };
    return [{ id: piece.id, name: piece.name, student, ...named, about }];
  });
}
