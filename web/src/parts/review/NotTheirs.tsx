import { Suspense, lazy, useState } from 'react';
import { api, type Course, type Submission } from '../../state/api';
import { mayRun } from '../hall/places';
import { tell, tellFailure } from '../messages/Notices';
import { sayName } from '../ui/format';

// Few works are with the wrong student; the way to move one comes when it is asked for.
const MoveWork = lazy(() => import('./MoveWork').then(({ MoveWork: view }) => ({ default: view })));

const linkClass = 'rounded font-semibold text-act underline';

/** Where work is seen: the way to whose it is, and out of what was shown in class by mistake, for whoever may. */
export function NotTheirs({ course, submission }: { course: Course; submission: Submission }) {
  const [moving, setMoving] = useState(false);
  const [undo] = api.useUndoInClassMutation();
  const counting = submission.attempts.find((attempt) => attempt.counts);
  if (!counting) return null;
  const says = counting.inClass
    ? 'Shown in class, with these words in place of a file. '
    : counting.placed
      ? 'Placed here by a person or from a pile. '
      : '';
  if (!mayRun(course)) return says ? <p className="text-small text-ink-2">{says}</p> : null;
  const takeOut = async () => {
    const { error } = await undo({
      params: { submissionId: submission.id },
      body: { attempt: counting.attempt },
    });
    if (error) tellFailure(error);
    else tell(`${sayName(submission.student)} has nothing in now.`);
  };
  return (
    <p className="text-small text-ink-2">
      {says}
      {counting.inClass ? (
        <button type="button" className={linkClass} onClick={() => void takeOut()}>
          Take it out
        </button>
      ) : (
        <button type="button" className={linkClass} onClick={() => setMoving(true)}>
          This belongs to someone else
        </button>
      )}
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
