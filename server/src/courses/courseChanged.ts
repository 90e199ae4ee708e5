import type { CourseId } from '@vestibul/core';
import type { School } from '../platform/School';
import { tellStaff } from './tellStaff';

/** The course has changed in what tells whose work is and what it is for: its staff's pages and its table are read again. */
export function tellCourseChanged(school: School, course: CourseId): void {
  tellStaff(school, course);
  school.signals.courseChanged.tell(course);
}
