import type { AssignmentId, CourseId, PersonId, SubmissionId } from '@vestibul/core';
import type { School } from '../school';
import { appearDue } from '../live/appear';
import { one } from '../store/database';
import { readSlot } from '../store/rack';

/** Has every open page of a course's staff read the course again. */
export function tellStaff(school: School, courseId: CourseId): void {
  school.bus.tell({ staffOf: courseId }, { kind: 'course', courseId });
}

/** The same after a change that may let students see something: what appears by it appears at once. */
export function tellAll(school: School, courseId: CourseId): void {
  appearDue(school);
  tellStaff(school, courseId);
}

/** Shows a changed submission on every open rack of its course, and to its student. */
export function tellOfSubmission(school: School, id: SubmissionId): void {
  const row = one<{ courseId: never; studentId: PersonId; assignmentId: AssignmentId }>(
    school.db,
    'SELECT course_id AS courseId, student_id AS studentId, assignment_id AS assignmentId FROM submission WHERE id = ?',
    [id],
  )!;
  // Whether it is new is each viewer's own; the stream fills that in for each of them.
  const slot = readSlot(school, id, row.studentId);
  school.bus.tell(
    { staffOf: row.courseId },
    // With nothing in it any more, what the slot shows is the whole rack's to say.
    slot ? { kind: 'slot', courseId: row.courseId, slot } : { kind: 'course', courseId: row.courseId },
  );
  school.bus.tell({ person: row.studentId }, { kind: 'mine', assignmentId: row.assignmentId });
}
