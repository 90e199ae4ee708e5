import type { AssignmentId, PeriodId } from '@vestibul/core';
import { DropOver } from '../ui/DropOver';
import { mayRun } from '../hall/places';
import type { Course } from '../../state/api';

// What sends a pile comes when one is dropped.
const loadBringing = () => import('./bringDropped');

export interface DropPlace {
  course: Course;
  /** What is known of what is dropped here. */
  periodId?: PeriodId | null;
  assignmentId?: AssignmentId | null;
  /** What dropping here says, as `for Map key`; '' for the whole course. */
  says: string;
}

/** Makes a page a place on which a pile can be dropped; it counts as known to be of this place. */
export function DropHere(place: DropPlace) {
  return (
    <DropOver
      says={`Drop the pile here${place.says ? `: ${place.says}` : ''}`}
      isActive={mayRun(place.course)}
      onFiles={(files) => void loadBringing().then(({ bringDropped }) => bringDropped(place, files))}
    />
  );
}
