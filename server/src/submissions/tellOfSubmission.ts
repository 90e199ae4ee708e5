import type { AssignmentId, PersonId, SubmissionId } from '@vestibul/core';
import type { School } from '../platform/School';
import { one } from '../platform/database/database';
import { readSlot } from './rack';

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
