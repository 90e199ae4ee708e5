import type { AnswerOf } from '@vestibul/contract';
import type { Course } from '../../../state/api';

export type SideDoor = AnswerOf<'listDoors'>[number];

/** What a door opens: an assignment by its title, or the whole course. */
export function titleOfDoor(course: Course, door: Pick<SideDoor, 'assignmentId'>): string {
  const assignment = course.assignments.find(({ id }) => id === door.assignmentId);
  return assignment?.title ?? `all of ${course.title}`;
}
