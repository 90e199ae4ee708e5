import { mayRun } from '../../parts/hall/places';
import type { Course } from '../../state/api';

/** Whether something is missing without which no work can arrive. */
export function needsFirstSteps(course: Course): boolean {
  return (
    mayRun(course) &&
    (course.students === 0 ||
      course.folders === 0 ||
      !course.assignments.some((assignment) => assignment.visibleAt !== null))
  );
}
