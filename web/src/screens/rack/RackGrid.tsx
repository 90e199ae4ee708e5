import { forwardRef, useImperativeHandle, useRef } from 'react';
import type { PersonId } from '@vestibul/core';
import type { Place } from '../../parts/rack/courseWork';
import { enamel } from '../../parts/courses/Plate';
import { SlotView, saySlot, slotClass } from '../../parts/rack/SlotView';
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
  onOpen: () => void;
}

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
  const { course, places, byPeriod } = props;
  const frameClass = 'flex-1 rounded-plate border border-line bg-ground p-2.25';
  if (!byPeriod) {
    return (
      <div ref={frame} className={`${frameClass} flex min-h-0`}>
        <ul
          className={`${gridClass} flex-1`}
          style={{ gridAutoRows: 'minmax(84px, 1fr)' }}
          aria-label="Slots"
        >
          {places.map((place) => (
            <SlotButton key={place.student.id} place={place} {...props} />
          ))}
        </ul>
      </div>
    );
  }
  return (
    <div ref={frame} className={`${frameClass} grid content-start gap-4`}>
      {course.periods.map((period) => {
        const here = places.filter((place) => place.student.periodId === period.id);
        if (here.length === 0) return null;
        return (
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
              {here.map((place) => (
                <SlotButton key={place.student.id} place={place} {...props} />
              ))}
            </ul>
          </section>
        );
      })}
    </div>
  );
});

function SlotButton({
  course,
  place,
  selected,
  now,
  zone,
  onChoose,
  onOpen,
}: RackGridProps & { place: Place }) {
  const { student, slot, state } = place;
  const isSelected = student.id === selected;
  return (
    <li className="grid min-h-0 min-w-0">
      <button
        type="button"
        data-student={student.id}
        className={slotClass(student, slot, state)}
        aria-current={isSelected}
        aria-label={saySlot(student, slot, state)}
        tabIndex={isSelected ? 0 : -1}
        onFocus={() => onChoose(student.id)}
        // A press focuses it too where the browser focuses no buttons.
        onClick={() => (onChoose(student.id), onOpen())}
      >
        <SlotView
          student={student}
          slot={slot}
          state={state}
          now={now}
          zone={zone}
          group={course.periods
            .find(({ id }) => id === student.periodId)
            ?.groups.find(({ id }) => id === student.groupId)}
        />
      </button>
    </li>
  );
}
