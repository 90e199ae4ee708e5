import { useState } from 'react';
import { Button } from '../ui/Button';
import { Dialog } from '../ui/Dialog';
import { sayCount, sayListName } from '../ui/format';
import { isToHandBack, withoutScore, type Place } from '../rack/courseWork';
import { mayRun } from '../hall/places';
import type { Course } from '../../state/api';
import { useHandBack } from './useHandBack';

/** Hands back, in one act, all that is reviewed among these slots; where something is missing, it is said and asked about first. */
export function HandBackButton({ course, places }: { course: Course; places: readonly Place[] }) {
  const { handBack, isBusy } = useHandBack(course);
  const [isAsked, setAsked] = useState(false);
  const ready = places.filter(isToHandBack);
  const unscored = withoutScore(course, ready);
  const scored = ready.filter((place) => !unscored.includes(place));
  if (ready.length === 0 || !mayRun(course)) return null;
  const give = (given: readonly Place[]) => {
    setAsked(false);
    const works = given.flatMap(({ slot }) =>
      slot?.id ? [{ submissionId: slot.id, attempt: slot.attempt }] : [],
    );
    void handBack(works, sayCount(works.length, 'piece of work', 'pieces of work'));
  };
  return (
    <>
      <Button disabled={isBusy} onClick={() => (unscored.length > 0 ? setAsked(true) : give(ready))}>
        Hand back {ready.length}
      </Button>
      {isAsked ? (
        <Dialog
          title={`Hand back ${ready.length}`}
          description="What is still missing in this work"
          open
          onClose={() => setAsked(false)}
        >
          <p className="[overflow-wrap:anywhere]">
            <b className="font-semibold">{sayCount(unscored.length, 'has', 'have')} no score:</b>{' '}
            {unscored.map(({ student }) => sayListName(student)).join('; ')}.
          </p>
          <div className="flex flex-wrap gap-2">
            {scored.length > 0 ? (
              <Button look="go" onClick={() => give(scored)}>
                Hand back the {scored.length} with a score
              </Button>
            ) : null}
            <Button onClick={() => give(ready)}>Hand back all {ready.length}</Button>
          </div>
        </Dialog>
      ) : null}
    </>
  );
}
