import { useId } from 'react';
import { Link } from 'react-router';
import { placePath } from '../../../parts/hall/places';
import { fitsTally, isAnswered, isToHandBack, isToReview, type Place } from '../../../parts/rack/courseWork';
import type { Course } from '../../../state/api';
import { rackPath } from '../RackViews';
import { WHOLE_YEAR } from '../term/useTerm';

interface WaitingProps {
  course: Course;
  period: string;
  places: readonly Place[];
}

/** What waits for whom; each count is the way to what it counts. */
export function Waiting({ course, period, places }: WaitingProps) {
  const onDesk = ({ assignment, student }: Place) =>
    placePath(course.id, 'Review desk', period, { assignment: assignment.id, student: student.id });
  const onMap = (show: string) => rackPath(course.id, period, 'term', { term: WHOLE_YEAR, show });
  const among = (waits: (place: Place) => boolean) => places.filter(waits);
  return (
    <section className="grid gap-3 rounded-plate border border-line bg-surface p-4">
      <List
        title="Waits for you"
        none="Nothing waits for you here."
        lines={[
          ['held for approval', among((place) => fitsTally(place, 'held')), () => onMap('held')],
          ['to review', among(isToReview), onDesk],
          ['answered by their student', among(isAnswered), onDesk],
          ['reviewed, to hand back', among(isToHandBack), onDesk],
        ]}
      />
      <List
        title="Waits for students"
        none="Nothing is missing."
        lines={[['missing', among((place) => fitsTally(place, 'missing')), () => onMap('missing')]]}
      />
    </section>
  );
}

interface ListProps {
  title: string;
  none: string;
  /** What waits, and where its first leads. */
  lines: readonly (readonly [says: string, places: readonly Place[], to: (first: Place) => string])[];
}

function List({ title, none, lines }: ListProps) {
  const id = useId();
  const some = lines.filter(([, places]) => places.length > 0);
  return (
    <div>
      <h2 id={id} className="mb-1">
        {title}
      </h2>
      {some.length === 0 ? (
        <p className="text-ink-2">{none}</p>
      ) : (
        <ul aria-labelledby={id} className="grid gap-0.5">
          {some.map(([says, places, to]) => (
            <li key={says}>
              <Link to={to(places[0]!)} className="flex min-h-6 items-baseline gap-2 rounded text-ink">
                <b className="min-w-9 text-right font-display text-lg">{places.length}</b> {says}
              </Link>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
