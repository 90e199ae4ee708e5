import type { Course, Submission } from '../../state/api';
import { sayList, sayName } from '../ui/format';

/** Who can open what a student has turned in: themselves, the staff, the office and, where it is shown to them, their period. */
export function sayWhoOpens(
  course: Pick<Course, 'staff' | 'assignments' | 'periods'>,
  { student, assignment, periodId, state }: Pick<Submission, 'student' | 'assignment' | 'periodId' | 'state'>,
): string {
  const shows = course.assignments.find(({ id }) => id === assignment.id)?.afterwards;
  const period = course.periods.find(({ id }) => id === periodId);
  return sayList([
    ...(shows === 'nothing' ? [] : [sayName(student)]),
    ...course.staff.map(sayName),
    'the office',
    // What waits for approval is nobody's to see yet.
    ...(shows === 'period' && state !== 'held' && period
      ? [`everyone in ${period.label} who has turned in`]
      : []),
  ]);
}
