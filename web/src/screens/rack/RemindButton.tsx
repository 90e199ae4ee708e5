import { Suspense, lazy, useState } from 'react';
import { Button } from '../../parts/ui/Button';
import type { Place } from '../../parts/rack/courseWork';
import { mayRun } from '../../parts/hall/places';
import type { Course } from '../../state/api';

const RemindDialog = lazy(() =>
  import('./RemindDialog').then(({ RemindDialog: view }) => ({ default: view })),
);

interface RemindButtonProps {
  course: Course;
  places: readonly Place[];
  assignment: Course['assignments'][number];
}

/** Writes to those among these slots who have nothing in. */
export function RemindButton({ course, places, assignment }: RemindButtonProps) {
  const [opens, setOpens] = useState(false);
  const missing = places.filter(({ state }) => state === 'missing');
  if (missing.length === 0 || !mayRun(course)) return null;
  return (
    <>
      <Button onClick={() => setOpens(true)}>Remind {missing.length}</Button>
      <Suspense>
        {opens ? (
          <RemindDialog
            assignment={assignment}
            students={missing.map(({ student }) => student.id)}
            onClose={() => setOpens(false)}
          />
        ) : null}
      </Suspense>
    </>
  );
}
