import type { NamedPurpose, Purpose, Sender } from './intake/tusDoor';
import { reaches, type CourseId, type PersonId } from '@vestibul/core';
import { Failure } from './platform/failure';
import type { School } from './platform/School';
import { courseOf } from './assignments/courseOf';
import { accessOf } from './access/access';
import { doorOfVisit, requireHandsIn } from './doors/doors';
import { findPile } from './sorting/piles';
import { findSubmission } from './submissions/submissions';
import { isOwnFile } from './intake/files';
import { requireSeat } from './intake/tray';
import { requireOpenCourse } from './school/years';

/**
 * What a file is for, where its sender may send it there: a tray of an assignment that is given to them, a blank of a course
 * that they run, what they say of a submission, their drawer, a file in it, or an open side door.
 */
export function requirePurpose(school: School, { by, visit }: Sender, named: NamedPurpose): Purpose {
  if (named.door) {
    if (!visit) throw new Failure('not-entered');
    requireHandsIn(school, doorOfVisit(school.db, visit), visit);
    return { byId: null, visitId: visit.id };
  }
  if (!by) throw new Failure('not-signed-in');
  if (named.assignmentId) {
    const course = courseOf(school.db, named.assignmentId);
    if (course) requireOpenCourse(school, course);
    requireSeat(school, by, named.assignmentId);
    return { byId: by, assignmentId: named.assignmentId };
  }
  if (named.pileId) {
    const { courseId, cancelledAt } = findPile(school.db, named.pileId);
    requireLevel(school, courseId, by, 'run');
    if (cancelledAt !== null) throw new Failure('pile-stopped');
    return { byId: by, courseId, pileId: named.pileId };
  }
  if (named.submissionId) {
    requireLevel(school, findSubmission(school.db, named.submissionId).courseId, by, 'comment');
    return { byId: by, submissionId: named.submissionId };
  }
  if (named.courseId) {
    requireLevel(school, named.courseId, by, 'run');
    return { byId: by, courseId: named.courseId };
  }
  if (named.fileId) {
    if (!isOwnFile(school.db, by, named.fileId)) throw new Failure('not-found', { what: 'file' });
    return { byId: by, fileId: named.fileId };
  }
  return { byId: by };
}

/** Fails with `not-allowed` or `year-over` where somebody may not do so much in a course, or it cannot be changed any more. */
function requireLevel(school: School, course: CourseId, by: PersonId, needs: 'comment' | 'run'): void {
  const { level } = accessOf(school, by, { kind: 'desk', course });
  if (!reaches(level, needs)) throw new Failure('not-allowed');
  requireOpenCourse(school, course);
}
