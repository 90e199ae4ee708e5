import { forwardRef, memo, startTransition, useEffect, useImperativeHandle, useRef, useState } from 'react';
import type { PersonId } from '@vestibul/core';
import { groupOf, type Place } from '../../parts/rack/courseWork';
import { enamel } from '../../parts/courses/Plate';
import { SlotView, saySlot, slotClass } from '../../parts/rack/SlotView';
import { useLatest } from '../../parts/ui/useLatest';
import type { Course } from '../../state/api';

export interface RackGridHandle {
  focus: (student: PersonId) => void;
  /** How many slots stand beside each other right now. */
  columns: () => number;
}

interface RackGridProps {
  course: Course;
  places: readonly Place[];
  /** With a heading for each period, when all are looked at. */
  byPeriod: boolean;
  selected: PersonId | null;
  now: number;
  zone: string;
  onChoose: (student: PersonId) => void;
  onPress: (place: Place, event: SlotPress) => void;
  /** Who is selected, while several are; else null. */
  picked: ReadonlySet<PersonId> | null;
}

type SlotButtonsProps = RackGridProps & { here: readonly Place[] };

/** How a slot was pressed. */
export type SlotPress = Pick<MouseEvent, 'shiftKey' | 'ctrlKey' | 'metaKey'>;

const gridClass = 'grid list-none grid-cols-2 gap-2.25 p-0 sm:grid-cols-3 lg:grid-cols-6';

/** Slots in rows, one per student. One of them can be tabbed to; arrow keys and j, k go on from there. */
export const RackGrid = forwardRef<RackGridHandle, RackGridProps>(function RackGrid(props, ref) {
  const frame = useRef<HTMLDivElement>(null);
  useImperativeHandle(ref, () => ({
    focus: (student) => frame.current?.querySelector<HTMLElement>(`[data-student="${student}"]`)?.focus(),
    columns() {
      const list = frame.current?.querySelector('ul');
      return list ? getComputedStyle(list).gridTemplateColumns.split(' ').length : 1;
    },
  }));
  const { places, byPeriod } = props;
  const frameClass = 'flex-1 rounded-plate border border-line bg-ground p-2.25';
  if (!byPeriod) {
    return (
      <div ref={frame} className={`${frameClass} flex`}>
        <ul
          className={`${gridClass} flex-1`}
          style={{ gridAutoRows: 'minmax(84px, 1fr)' }}
          aria-label="Slots"
        >
          <SlotButtons here={places} {...props} />
        </ul>
      </div>
    );
  }
  return (
    <div ref={frame} className={`${frameClass} grid content-start gap-4`}>
      <Periods {...props} />
    </div>
  );
});

/** How many periods fill a screen; those below it come once it stands. */
const PERIODS_AT_ONCE = 1;

/** The slots of all periods, each period under its heading: first what is seen, down to whoever is selected, then the others. */
function Periods(props: RackGridProps) {
  const { course, places, selected } = props;
  const periods = course.periods
    .map((period) => ({ period, here: places.filter((place) => place.student.periodId === period.id) }))
    .filter(({ here }) => here.length > 0);
  const [isWhole, setWhole] = useState(false);
  useEffect(() => startTransition(() => setWhole(true)), []);
  const to = periods.findIndex(({ here }) => here.some(({ student }) => student.id === selected));
  const shown = isWhole ? periods : periods.slice(0, Math.max(PERIODS_AT_ONCE, to + 1));
  return shown.map(({ period, here }) => (
    <section
      key={period.id}
      aria-label={period.label}
      style={{ contentVisibility: 'auto', containIntrinsicSize: 'auto 640px' }}
    >
      <h2 className="mb-1.5 flex items-center gap-2 text-ink">
        <span className="h-4 w-2 rounded-sm" style={{ backgroundColor: enamel(period.enamel) }} />
        {period.label}
      </h2>
      <ul className={gridClass} style={{ gridAutoRows: 'minmax(84px, auto)' }}>
        <SlotButtons here={here} {...props} />
      </ul>
    </section>
  ));
}

/** The slots of some places. */
function SlotButtons({ here, course, selected, now, zone, picked, onChoose, onPress }: SlotButtonsProps) {
  const choose = useLatest(onChoose);
  const press = useLatest(onPress);
  return here.map((place) => (
    <SlotButton
      key={place.student.id}
      place={place}
      isSelected={place.student.id === selected}
      isPicked={picked ? picked.has(place.student.id) : null}
      group={groupOf(course, place.student)}
      now={now}
      zone={zone}
      onChoose={choose}
      onPress={press}
    />
  ));
}

interface SlotButtonProps extends Pick<RackGridProps, 'now' | 'zone' | 'onChoose' | 'onPress'> {
  place: Place;
  isSelected: boolean;
  /** Null while none are selected. */
  isPicked: boolean | null;
  group: ReturnType<typeof groupOf>;
}

/** One slot; an arrow key draws but the two anew that it goes from and to. */
const SlotButton = memo(function SlotButton({
  place,
  isSelected,
  isPicked,
  group,
  now,
  zone,
  onChoose,
  onPress,
}: SlotButtonProps) {
  const { student, slot, state, progress } = place;
  return (
    <li className="grid min-h-0 min-w-0">
      <button
        type="button"
        data-student={student.id}
        className={slotClass(student, slot, state)}
        aria-current={isSelected}
        aria-pressed={isPicked ?? undefined}
        aria-label={saySlot(student, slot, state, progress)}
        tabIndex={isSelected ? 0 : -1}
        onFocus={() => onChoose(student.id)}
        // A press focuses it too where the browser focuses no buttons.
        onClick={({ shiftKey, ctrlKey, metaKey }) => (
          onChoose(student.id),
          onPress(place, { shiftKey, ctrlKey, metaKey })
        )}
      >
        {isPicked === null ? null : <span aria-hidden="true" className="slot-pick" />}
        <SlotView
          student={student}
          slot={slot}
          state={state}
          now={now}
          zone={zone}
          progress={progress}
          group={group}
        />
      </button>
    </li>
  );
});
