import { useState } from 'react';
import { CalendarClock } from 'lucide-react';
import { instantToLocal, isLocalTime, toInstant, type LocalTime } from '@vestibul/core';
import { Button } from '../ui/Button';
import { Dialog } from '../ui/Dialog';
import { Field, inputClass } from '../ui/Field';
import { sayCount } from '../ui/format';
import { isToHandBack, type Place } from '../rack/courseWork';
import { tellFailure } from '../messages/Notices';
import { mayRun } from '../hall/places';
import { useZone } from '../hall/useSession';
import { api, type Course } from '../../state/api';
import { Doubts, type Doubted } from './Doubts';
import { useHandBack } from './useHandBack';

const DAY_MS = 24 * 60 * 60 * 1000;

interface HandBackButtonProps {
  course: Course;
  places: readonly Place[];
  /** What work is called where it may be hidden whose it is. */
  sayWhose?: (place: Place) => string;
}

/**
 * Hands back, in one act, all that is reviewed among these slots, now or at a set time; where something is missing, it is said
 * and asked about first.
 */
export function HandBackButton({ course, places, sayWhose }: HandBackButtonProps) {
  const { handBack, plan, isBusy } = useHandBack(course);
  const [check, checking] = api.useLazyCheckHandBackQuery();
  const [asked, setAsked] = useState<{ when: boolean; doubted: readonly Doubted[] } | null>(null);
  const ready = places.filter(isToHandBack);
  const doubtedIds = new Set(asked?.doubted.map(({ submissionId }) => submissionId));
  const others = ready.filter(({ slot }) => slot?.id && !doubtedIds.has(slot.id));
  const assignmentId = ready[0]?.slot?.assignmentId;
  if (!assignmentId || !mayRun(course)) return null;
  const give = (given: readonly Place[], at: LocalTime | null = null) => {
    setAsked(null);
    const works = given.flatMap(({ slot }) =>
      slot?.id ? [{ submissionId: slot.id, attempt: slot.attempt }] : [],
    );
    const whose = sayCount(works.length, 'piece of work', 'pieces of work');
    void (at === null ? handBack(works, whose) : plan(works, whose, at));
  };
  const ask = async (when: boolean) => {
    const { data, error } = await check({ params: { assignmentId } });
    if (error) return tellFailure(error);
    const mine = new Set(ready.map(({ slot }) => slot?.id));
    const doubted = (data ?? []).filter(({ submissionId }) => mine.has(submissionId));
    if (when || doubted.length > 0) setAsked({ when, doubted });
    else give(ready);
  };
  return (
    <div className="flex gap-1.5">
      <Button disabled={isBusy || checking.isFetching} onClick={() => void ask(false)}>
        Hand back {ready.length}
      </Button>
      <Button
        look="quiet"
        aria-label="Hand back at a set time"
        title="Hand back at a set time"
        disabled={isBusy || checking.isFetching}
        onClick={() => void ask(true)}
      >
        <CalendarClock aria-hidden="true" className="size-5" />
      </Button>
      {asked ? (
        <Dialog
          title={`Hand back ${ready.length}${asked.when ? ' at a set time' : ''}`}
          description={
            asked.when ? 'When this work is handed back' : 'What to look at before it is handed back'
          }
          open
          onClose={() => setAsked(null)}
        >
          {asked.doubted.length > 0 ? (
            <Doubts
              course={course}
              places={places}
              doubted={asked.doubted}
              sayWhose={sayWhose}
              onLook={() => setAsked(null)}
            />
          ) : null}
          {asked.when ? (
            <WhenForm count={ready.length} plan={(at) => give(ready, at)} />
          ) : (
            <div className="flex flex-wrap gap-2">
              {others.length > 0 ? (
                <Button look="go" onClick={() => give(others)}>
                  Hand back the other {others.length}
                </Button>
              ) : null}
              <Button onClick={() => give(ready)}>Hand back all {ready.length}</Button>
            </div>
          )}
        </Dialog>
      ) : null}
    </div>
  );
}

/** At which time; tomorrow morning at first. */
function WhenForm({ count, plan }: { count: number; plan: (at: LocalTime) => void }) {
  const zone = useZone();
  const [at, setAt] = useState(
    () => `${instantToLocal(toInstant(Date.now() + DAY_MS), zone).slice(0, 10)}T08:00`,
  );
  return (
    <form
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (isLocalTime(at)) plan(at);
      }}
    >
      <Field label="When" hint="Until then the students see nothing of it, and you can call it off.">
        <input
          type="datetime-local"
          required
          className={inputClass}
          value={at}
          onChange={(event) => setAt(event.target.value)}
        />
      </Field>
      <Button type="submit" look="go" className="justify-self-start">
        Hand back {count} then
      </Button>
    </form>
  );
}
