import type { OldSlot, SubmissionId } from '@vestibul/core';
import type { School } from '../platform/School';
import { one } from '../platform/database/database';
import type { Told } from '../platform/live/Bus';

/** What the staff are told of a slot: what is in it now. */
export function toldOfDesk({ course, student, assignment }: OldSlot): Told {
  return {
    audience: { staffOf: course },
    notice: { kind: 'slot', courseId: course, studentId: student, assignmentId: assignment },
  };
}

/** What is told of a slot, be it turned in or only in the tray: its student hears that it changed as well. */
export function toldOfSlot(place: OldSlot): Told[] {
  const { student, assignment } = place;
  const own: Told = { audience: { person: student }, notice: { kind: 'mine', assignmentId: assignment } };
  return [toldOfDesk(place), own];
}

/** Tells of a slot that has changed without a line on the ledger, as by what lies in the tray. */
export function tellOfSlot(school: School, place: OldSlot): void {
  for (const { audience, notice } of toldOfSlot(place)) school.bus.tell(audience, notice);
}

/** Tells of a submission's slot in the same way: the staff alone, or its student as well. */
export function tellOfSubmission(school: School, id: SubmissionId, whom: 'staff' | 'its student too'): void {
  const place = one<OldSlot>(
    school.db,
    'SELECT course_id AS course, student_id AS student, assignment_id AS assignment FROM submission WHERE id = ?',
    [id],
  )!;
  const told = whom === 'staff' ? [toldOfDesk(place)] : toldOfSlot(place);
  for (const { audience, notice } of told) school.bus.tell(audience, notice);
}
