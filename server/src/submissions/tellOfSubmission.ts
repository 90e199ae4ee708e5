import type { SubmissionId } from '@vestibul/core';
import type { School, SlotPlace } from '../platform/School';
import { one } from '../platform/database/database';
import { readSlot } from './rack';

/** Shows a changed submission on every open rack of its course, and to its student. */
export function tellOfSubmission(school: School, id: SubmissionId): void {
  const place = one<SlotPlace>(
    school.db,
    'SELECT course_id AS course, student_id AS student, assignment_id AS assignment FROM submission WHERE id = ?',
    [id],
  )!;
  tellOfSlot(school, place);
}

/** Shows what is in a slot, be it turned in or only in the tray, on every open rack of its course, and to its student. */
export function tellOfSlot(school: School, place: SlotPlace): void {
  const { course, student, assignment } = place;
  // Whether it is new is each viewer's own; the stream fills that in for each of them.
  const slot = readSlot(school, place, student);
  school.bus.tell(
    { staffOf: course },
    { kind: 'slot', courseId: course, studentId: student, assignmentId: assignment, slot },
  );
  school.bus.tell({ person: student }, { kind: 'mine', assignmentId: assignment });
}
