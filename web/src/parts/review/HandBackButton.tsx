import { Button } from '../ui/Button';
import { sayCount, sayNewer } from '../ui/format';
import type { Place } from '../rack/courseWork';
import { tell, tellFailure } from '../messages/Notices';
import { mayRun } from '../hall/places';
import { api, type Course } from '../../state/api';

/** Hands back, in one act, all that is reviewed among these slots. */
export function HandBackButton({ course, places }: { course: Course; places: readonly Place[] }) {
  const [handBack, { isLoading }] = api.useHandBackMutation();
  const ready = places.flatMap(({ slot, state }) =>
    state === 'reviewed' && slot?.id ? [{ submissionId: slot.id, attempt: slot.attempt }] : [],
  );
  if (ready.length === 0 || !mayRun(course)) return null;
  const act = async () => {
    const result = await handBack({ params: { courseId: course.id }, body: { works: ready } });
    if (result.data)
      tell(
        `Handed back ${sayCount(result.data.handedBack, 'piece of work', 'pieces of work')}.${sayNewer(result.data.newer)}`,
      );
    else tellFailure(result.error);
  };
  return (
    <Button disabled={isLoading} onClick={() => void act()}>
      Hand back {ready.length}
    </Button>
  );
}
