import { createPortal } from 'react-dom';
import { toInstant } from '@vestibul/core';
import type { Place } from '../../parts/rack/courseWork';
import { sayCount, sayListName, sayMoment, sayShortly } from '../../parts/ui/format';
import { usePrinting } from '../../parts/ui/usePrinting';
import type { Course } from '../../state/api';

interface PrintedRackProps {
  course: Course;
  assignment: Course['assignments'][number];
  places: readonly Place[];
  now: number;
  zone: string;
}

/** These slots as a list on paper, each period on a page of its own. */
export function PrintedRack(props: PrintedRackProps) {
  return usePrinting() ? createPortal(<Pages {...props} />, document.body) : null;
}

function Pages({ course, assignment, places, now, zone }: PrintedRackProps) {
  const periods = course.periods
    .map((period) => ({ period, here: places.filter(({ student }) => student.periodId === period.id) }))
    .filter(({ here }) => here.length > 0);
  return (
    <div className="printed hidden bg-white text-[11pt] text-black print:block">
      {periods.map(({ period, here }) => {
        const due = assignment.dues.find(({ periodId }) => periodId === period.id)?.due;
        return (
          <section key={period.id} aria-label={period.label}>
            <h1 className="text-[18pt]">{assignment.title}</h1>
            <p>
              {course.title} · {period.label}
              {due ? ` · due ${sayMoment(due, zone)}` : ''} · {sayCount(here.length, 'student')} · printed{' '}
              {sayMoment(toInstant(now), zone)}
            </p>
            <ul className="mt-3 list-none columns-2 gap-x-8 p-0">
              {here.map((place) => (
                <li
                  key={place.student.id}
                  className="flex break-inside-avoid items-baseline gap-2 border-b border-[#999] py-[1.1mm]"
                >
                  <span className="min-w-0 flex-1 truncate">{sayListName(place.student)}</span>
                  <span className="whitespace-nowrap">{sayPlace(place, now, zone)}</span>
                </li>
              ))}
            </ul>
          </section>
        );
      })}
    </div>
  );
}

function sayPlace({ student, slot, state }: Place, now: number, zone: string): string {
  if (!slot?.turnedInAt) return student.leftAt ? 'has left' : state;
  const late = slot.lateMs > 0 && state !== 'late' ? ', late' : '';
  return `${state}${late}, ${sayShortly(slot.turnedInAt, now, zone)}`;
}
