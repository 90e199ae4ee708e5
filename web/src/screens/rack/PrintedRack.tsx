import type { Place } from '../../parts/rack/courseWork';
import { sayListName, sayMoment, sayShortly } from '../../parts/ui/format';
import type { Course } from '../../state/api';
import { PrintedPages } from './PrintedPages';

interface PrintedRackProps {
  course: Course;
  assignment: Course['assignments'][number];
  places: readonly Place[];
  now: number;
  zone: string;
}

/** These slots as a list on paper. */
export function PrintedRack({ course, assignment, places, now, zone }: PrintedRackProps) {
  return (
    <PrintedPages
      course={course}
      title={assignment.title}
      rows={places}
      periodOf={({ student }) => student.periodId}
      says={({ id }) => {
        const due = assignment.dues.find(({ periodId }) => periodId === id)?.due;
        return due ? `due ${sayMoment(due, zone)}` : '';
      }}
      now={now}
      zone={zone}
    >
      {(here) => (
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
      )}
    </PrintedPages>
  );
}

function sayPlace({ slot, state, student }: Place, now: number, zone: string): string {
  if (!slot?.turnedInAt) return student.leftAt ? 'has left' : state;
  const late = slot.lateMs > 0 && state !== 'late' ? ', late' : '';
  return `${state}${late}, ${sayShortly(slot.turnedInAt, now, zone)}`;
}
