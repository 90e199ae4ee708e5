import { Suspense, lazy, useEffect, useState } from 'react';
import type { AssignmentId, PeriodId } from '@vestibul/core';
import { mayRun } from '../../parts/places';
import type { Course } from '../../state/api';

// What takes files in comes when some are dragged over the page.
const PileDrop = lazy(() => import('./PileDrop').then(({ PileDrop: view }) => ({ default: view })));

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
  const [isOver, setOver] = useState(false);
  const runs = mayRun(place.course);
  useEffect(() => {
    if (!runs) return;
    const enter = (event: DragEvent) => {
      if (event.dataTransfer?.types.includes('Files')) setOver(true);
    };
    window.addEventListener('dragenter', enter);
    return () => window.removeEventListener('dragenter', enter);
  }, [runs]);
  if (!isOver) return null;
  return (
    <Suspense>
      <PileDrop {...place} onDone={() => setOver(false)} />
    </Suspense>
  );
}
