import { memo, useEffect, useRef } from 'react';
import { CornerDownRight } from 'lucide-react';
import { isUnseen } from '../../parts/hall/Hall';
import { usePerson } from '../../parts/hall/useSession';
import { isAnswered, type Place } from '../../parts/rack/courseWork';
import { sayName, sayNumber, sayShortly } from '../../parts/ui/format';
import { enamel } from '../../parts/courses/Plate';
import { useLatest } from '../../parts/ui/useLatest';
import type { Course } from '../../state/api';
import { keyOf } from './queue';

interface DeskPileProps {
  course: Course;
  places: readonly Place[];
  selected: Place;
  onChoose: (place: Place) => void;
  /** What each is called: whose it is, or what it is for. */
  says: (place: Place) => string;
  whatItLists: string;
  zone: string;
  now: number;
}

const marks: Partial<Record<Place['state'], string>> = {
  'turned in': '□',
  late: '◪',
  held: '▨',
  reviewed: '▬',
  'handed back': '◣',
};

/** All work that lies on the desk, in order. */
export function DeskPile({
  course,
  places,
  selected,
  onChoose,
  says,
  whatItLists,
  zone,
  now,
}: DeskPileProps) {
  const list = useRef<HTMLUListElement>(null);
  const choose = useLatest(onChoose);
  const me = usePerson().id;
  const current = keyOf(selected);
  const nameOf = new Map(course.staff.map((one) => [one.id, sayName(one)]));
  /** Who else has begun to review it. */
  const begunBy = ({ state, slot }: Place) =>
    slot?.workedOnBy && slot.workedOnBy !== me && state !== 'reviewed' && state !== 'handed back'
      ? nameOf.get(slot.workedOnBy)
      : undefined;
  const enamelOf = new Map(course.periods.map((period) => [period.id, period.enamel]));
  useEffect(() => {
    list.current?.querySelector('[aria-current=true]')?.scrollIntoView({ block: 'nearest' });
  }, [current]);
  return (
    <ul
      ref={list}
      aria-label={whatItLists}
      className="grid min-h-0 list-none content-start gap-0.75 overflow-y-auto rounded-plate border border-line bg-ground p-1.5 max-lg:max-h-44"
    >
      {places.map((place) => (
        <PileLine
          key={keyOf(place)}
          place={place}
          isCurrent={keyOf(place) === current}
          says={says(place)}
          begunBy={begunBy(place)}
          colour={enamelOf.get(place.student.periodId) ?? 0}
          zone={zone}
          now={now}
          onChoose={choose}
        />
      ))}
    </ul>
  );
}

interface PileLineProps {
  place: Place;
  isCurrent: boolean;
  says: string;
  begunBy: string | undefined;
  colour: number;
  zone: string;
  now: number;
  onChoose: (place: Place) => void;
}

/** One work of the pile; a key draws but the two of them anew that it goes from and to. */
const PileLine = memo(function PileLine({
  place,
  isCurrent,
  says,
  begunBy,
  colour,
  zone,
  now,
  onChoose,
}: PileLineProps) {
  return (
    <li>
      <button
        type="button"
        aria-current={isCurrent}
        onClick={() => onChoose(place)}
        className="grid w-full grid-cols-[auto_1fr_auto] items-baseline gap-x-2 rounded-[5px] border-l-4 bg-surface px-2.25 py-1.25 text-left text-ink aria-[current=true]:outline-3 aria-[current=true]:outline-brass-mark"
        style={{ borderLeftColor: enamel(colour) }}
      >
        <span aria-hidden="true" className="w-4 text-ink-2">
          {marks[place.state]}
        </span>
        <span
          className={`min-w-0 [overflow-wrap:anywhere] ${place.slot && isUnseen(place.slot) ? 'font-bold' : ''}`}
        >
          {says}
        </span>
        <span className="text-[12.5px] whitespace-nowrap text-ink-2">
          <Standing place={place} now={now} zone={zone} />
        </span>
        {(place.slot?.lateMs ?? 0) > 0 ? (
          <span className="col-start-2 text-[12.5px] font-semibold text-brick">late</span>
        ) : null}
        {begunBy ? <span className="col-start-2 text-[12.5px] text-ink-2">begun by {begunBy}</span> : null}
        {isAnswered(place) ? (
          <span className="col-start-2 flex items-center gap-1 text-[12.5px] font-semibold">
            <CornerDownRight aria-hidden size={13} /> answered you
          </span>
        ) : null}
      </button>
    </li>
  );
});

/** How far somebody's work is, in little room: its points where it has some, beside the mark of its state. */
function Standing({ place: { state, slot }, now, zone }: { place: Place; now: number; zone: string }) {
  const isRead = state === 'reviewed' || state === 'handed back';
  const points = slot?.points ?? null;
  if (isRead)
    return points === null ? (
      state
    ) : (
      <>
        {sayNumber(points)}
        <span className="sr-only">, {state}</span>
      </>
    );
  const came = slot?.turnedInAt ? sayShortly(slot.turnedInAt, now, zone) : '';
  return points === null ? came : `${sayNumber(points)} · ${came}`;
}
