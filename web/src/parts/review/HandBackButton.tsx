import { Button } from '../ui/Button';
import { sayCount } from '../ui/format';
import { isToHandBack, type Place } from '../rack/courseWork';
import { mayRun } from '../hall/places';
import type { Course } from '../../state/api';
import { useHandBack } from './useHandBack';

/** Hands back, in one act, all that is reviewed among these slots. */
export function HandBackButton({ course, places }: { course: Course; places: readonly Place[] }) {
  const { handBack, isBusy } = useHandBack(course);
  const ready = places
    .filter(isToHandBack)
    .flatMap(({ slot }) => (slot?.id ? [{ submissionId: slot.id, attempt: slot.attempt }] : []));
  if (ready.length === 0 || !mayRun(course)) return null;
  return (
    <Button
      disabled={isBusy}
      onClick={() => void handBack(ready, sayCount(ready.length, 'piece of work', 'pieces of work'))}
    >
      Hand back {ready.length}
    </Button>
  );
}
