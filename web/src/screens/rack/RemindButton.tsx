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

/** Nothing is in, and it is asked of them, before it is due as well as after. */
const isNotIn = ({ state, student }: Place) =>
  student.leftAt === null && (state === 'missing' || state === 'not started' || state === 'started');

/** Writes to those among these slots who have nothing in. */
export function RemindButton({ course, places, assignment }: RemindButtonProps) {
  const [opens, setOpens] = useState(false);
  const notIn = places.filter(isNotIn);
  if (notIn.length === 0 || !mayRun(course)) return null;
  return (
    <>
      <Button onClick={() => setOpens(true)}>Not in yet: {notIn.length} · Remind</Button>
      <Suspense>
        {opens ? (
          <RemindDialog
            assignment={assignment}
            students={notIn.map(({ student }) => student.id)}
            onClose={() => setOpens(false)}
          />
        ) : null}
      </Suspense>
    </>
  );
}
