import type { CourseId } from '@vestibul/core';
import type { School } from '../platform/School';
import { tellStaff } from '../courses/tellStaff';

/** Has every open page of a course's staff read it again after a change that may let students see something: what appears by it appears at once. */
export function tellAll(school: School, courseId: CourseId): void {
  school.signals.mayAppear.tell();
  tellStaff(school, courseId);
}
