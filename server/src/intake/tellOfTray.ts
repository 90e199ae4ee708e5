import type { AssignmentId, PersonId, UploadId } from '@vestibul/core';
import { courseOf } from '../assignments/courseOf';
import type { School } from '../platform/School';
import { findUpload } from './uploads';

/** Tells the student's other pages, and the racks, that something came into a tray or left it. */
export function tellOfTray(school: School, id: UploadId): void {
  const upload = findUpload(school.db, id);
  if (!upload) return;
  if (upload.assignmentId === null || upload.byId === null) return;
  tellOfTrayFor(school, upload.byId, upload.assignmentId);
}

/** The same, of one student and assignment. */
export function tellOfTrayFor(school: School, student: PersonId, assignmentId: AssignmentId): void {
  const course = courseOf(school.db, assignmentId);
  if (course) school.signals.slotChanged.tell({ course, student, assignment: assignmentId });
}
