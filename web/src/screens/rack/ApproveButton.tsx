import { Button } from '../../parts/ui/Button';
import type { Place } from '../../parts/rack/courseWork';
import { sayCount, sayNewer } from '../../parts/ui/format';
import { tell, tellFailure } from '../../parts/messages/Notices';
import { mayRun } from '../../parts/hall/places';
import { api, type Course } from '../../state/api';

/** Lets through, in one act, all that is held among these slots; nothing where none is. */
export function ApproveButton({ course, places }: { course: Course; places: readonly Place[] }) {
  const [approve, { isLoading }] = api.useApproveMutation();
  const held = places.flatMap(({ slot, state }) =>
    state === 'held' && slot?.id ? [{ submissionId: slot.id, attempt: slot.attempt }] : [],
  );
  if (held.length === 0 || !mayRun(course)) return null;
  const act = async () => {
    const result = await approve({ params: { courseId: course.id }, body: { works: held } });
    if (result.data)
      tell(
        `Approved ${sayCount(result.data.approved, 'piece of work', 'pieces of work')}.${sayNewer(result.data.newer)}`,
      );
    else tellFailure(result.error);
  };
  return (
    <Button disabled={isLoading} onClick={() => void act()}>
      {places.length === 1 ? 'Approve' : `Approve ${held.length}`}
    </Button>
  );
}
