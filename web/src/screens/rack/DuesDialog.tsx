import { useState } from 'react';
import {
  instantToLocal,
  isLocalTime,
  localToInstant,
  toInstant,
  type Instant,
  type LocalTime,
  type OwnDue,
  type PersonId,
} from '@vestibul/core';
import type { BodyFor } from '@vestibul/contract';
import { excuseBody, ownDueBody } from '../../parts/courses/excuseBody';
import { useZone } from '../../parts/hall/useSession';
import { tell, tellFailure } from '../../parts/messages/Notices';
import type { Place } from '../../parts/rack/courseWork';
import { Button } from '../../parts/ui/Button';
import { Check } from '../../parts/ui/Check';
import { Dialog } from '../../parts/ui/Dialog';
import { inputClass } from '../../parts/ui/Field';
import { sayCount, sayList, sayMoment, sayName } from '../../parts/ui/format';
import { api, type Course } from '../../state/api';

/** What holds for single students, of all assignments. */
export type OwnDues = readonly (OwnDue & { studentId: string; assignmentId: string })[];

interface DuesDialogProps {
  assignment: Course['assignments'][number];
  places: readonly Place[];
  dues: OwnDues;
  onClose: () => void;
}

type OneDue = BodyFor<'moveDues'>['dues'][number];

/** So many are told by name; the others are counted. */
const NAMED = 6;
const WEEK_MS = 7 * 24 * 60 * 60 * 1000;

/** When work is due for some students alone, or that it is not asked of them; set for all of them at once, with a way back. */
export function DuesDialog({ assignment, places, dues, onClose }: DuesDialogProps) {
  const zone = useZone();
  const [moveDues, { isLoading }] = api.useMoveDuesMutation();
  const ownOf = (id: PersonId): OwnDue | null =>
    dues.find((one) => one.studentId === id && one.assignmentId === assignment.id) ?? null;
  const latest = places.map(({ due }) => due).reduce((a, b) => (b && (!a || b > a) ? b : a), null);
  const [dueLocal, setDueLocal] = useState<string>(() =>
    instantToLocal(toInstant((latest ? Date.parse(latest) : Date.now()) + WEEK_MS), zone),
  );
  const isIn = places.some(({ slot }) => slot?.turnedInAt);
  const [alsoTurnedIn, setAlso] = useState(true);
  const before = places.map(({ student }): OneDue => ({
    studentId: student.id,
    ...ownDueBody(ownOf(student.id), zone),
  }));
  const hasOwn = places.some(({ student }) => ownOf(student.id) !== null);
  const who = places.length === 1 ? sayName(places[0]!.student) : sayCount(places.length, 'student');

  /** Has this hold, where another thing held `was`. */
  const send = async (now: readonly OneDue[], was: readonly OneDue[], says: string): Promise<void> => {
    const { error } = await moveDues({
      params: { assignmentId: assignment.id },
      body: { dues: [...now], alsoTurnedIn },
    });
    if (error) return tellFailure(error);
    tell(says, () => void send(was, now, `‘${assignment.title}’ is due for ${who} as it was before.`));
    onClose();
  };
  const periodDue = ({ student }: Place): Instant | null =>
    assignment.dues.find(({ periodId }) => periodId === student.periodId)?.due ?? null;
  const giveTime = (dueLocal: LocalTime) =>
    send(
      before.map(({ studentId }) => ({ studentId, dueLocal, excused: false })),
      before,
      `‘${assignment.title}’ is due ${sayMoment(localToInstant(dueLocal, zone), zone)} for ${who}.`,
    );
  const excuse = () =>
    send(
      places.map((place) => ({
        studentId: place.student.id,
        ...excuseBody(true, ownOf(place.student.id), periodDue(place), zone),
      })),
      before,
      `${who} ${places.length === 1 ? 'is' : 'are'} excused from ‘${assignment.title}’.`,
    );
  const takeAway = () =>
    send(
      before.map(({ studentId }) => ({ studentId, dueLocal: null, excused: false })),
      before,
      `‘${assignment.title}’ is due for ${who} when it is due for their period.`,
    );
  return (
    <Dialog
      title={`${assignment.title}: due time of ${who}`}
      description={`When ‘${assignment.title}’ is due for these students alone`}
      open
      onClose={onClose}
    >
      <p className="text-ink-2">
        {sayList([
          ...places.slice(0, NAMED).map(({ student }) => sayName(student)),
          ...(places.length > NAMED ? [`${places.length - NAMED} more`] : []),
        ])}
      </p>
      <form
        className="flex flex-wrap items-end gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          if (isLocalTime(dueLocal)) void giveTime(dueLocal);
        }}
      >
        <label className="grid gap-1 font-semibold">
          New due time
          <input
            type="datetime-local"
            required
            className={`${inputClass} font-normal`}
            value={dueLocal}
            onChange={(event) => setDueLocal(event.target.value)}
          />
        </label>
        <Button type="submit" look="go" disabled={isLoading}>
          Set due time
        </Button>
      </form>
      {isIn ? (
        <Check label="Use it for the work that is in too" checked={alsoTurnedIn} onChange={setAlso} />
      ) : null}
      <div className="flex flex-wrap gap-2 border-t border-line pt-4">
        <Button disabled={isLoading} onClick={() => void excuse()}>
          Excuse {who}
        </Button>
        {hasOwn ? (
          <Button disabled={isLoading} onClick={() => void takeAway()}>
            Back to the due time of the period
          </Button>
        ) : null}
      </div>
      <p className="text-small text-ink-2">Excused work is not missing and does not count.</p>
    </Dialog>
  );
}
