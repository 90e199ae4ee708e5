import { Suspense, lazy, useState } from 'react';
import type { Course, Submission } from '../../state/api';
import { mayRun } from '../hall/places';

// Few works are with the wrong student; the way to move one comes when it is asked for.
const MoveWork = lazy(() => import('./MoveWork').then(({ MoveWork: view }) => ({ default: view })));

/** Where work is seen: the way to whose it is, for whoever may move it. */
export function NotTheirs({ course, submission }: { course: Course; submission: Submission }) {
  const [moving, setMoving] = useState(false);
  const counting = submission.attempts.find((attempt) => attempt.counts);
  if (!mayRun(course) || !counting) return null;
  return (
    <p className="text-small text-ink-2">
      {counting.placed ? 'Placed here by a person or from a pile. ' : ''}
      <button
        type="button"
        className="rounded font-semibold text-act underline"
        onClick={() => setMoving(true)}
      >
        This belongs to someone else
      </button>
      {moving ? (
        <Suspense>
          <MoveWork
            course={course}
            submission={submission}
            attempt={counting.attempt}
            onClose={() => setMoving(false)}
          />
        </Suspense>
      ) : null}
    </p>
  );
}
