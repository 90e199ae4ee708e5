import type { CourseId } from '@vestibul/core';
import type { School } from '../platform/School';

/** Has every open page of a course's staff read the course again. */
export function tellStaff(school: School, courseId: CourseId): void {
  school.bus.tell({ staffOf: courseId }, { kind: 'course', courseId });
}
