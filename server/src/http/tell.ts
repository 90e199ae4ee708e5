import type { CourseId } from '@vestibul/core';
import type { School } from '../school';
import { appearDue } from '../live/appear';

/** Has every open page of a course's staff read the course again. */
export function tellStaff(school: School, courseId: CourseId): void {
  school.bus.tell({ staffOf: courseId }, { kind: 'course', courseId });
}

/** The same after a change that may let students see something: what appears by it appears at once. */
export function tellAll(school: School, courseId: CourseId): void {
  appearDue(school);
  tellStaff(school, courseId);
}
