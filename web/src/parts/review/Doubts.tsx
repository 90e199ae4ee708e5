import { Link } from 'react-router';
import { handBackDoubts, type HandBackDoubt } from '@vestibul/core';
import type { AnswerOf } from '@vestibul/contract';
import { placePath } from '../hall/places';
import type { Place } from '../rack/courseWork';
import { sayListName } from '../ui/format';
import type { Course } from '../../state/api';

export type Doubted = AnswerOf<'checkHandBack'>[number];

/** What is said of so many pieces of work of which something is doubted. */
const says: Record<HandBackDoubt, (count: number) => string> = {
  'nothing given': (count) => (count === 1 ? '1 has nothing to read:' : `${count} have nothing to read:`),
  'no score': (count) => (count === 1 ? '1 has no score:' : `${count} have no score:`),
  'names another': (count) =>
    count === 1 ? '1 comment names somebody else:' : `${count} have a comment that names somebody else:`,
  'file of another': (count) =>
    count === 1 ? '1 file is called by somebody else:' : `${count} have a file called by somebody else:`,
};

interface DoubtsProps {
  course: Course;
  places: readonly Place[];
  doubted: readonly Doubted[];
  sayWhose?: (place: Place) => string;
  /** Somebody is looked at: the window closes. */
  onLook: () => void;
}

/** What is doubted of work that is about to be handed back, a line for each kind, leading to the work. */
export function Doubts({
  course,
  places,
  doubted,
  sayWhose = ({ student }) => sayListName(student),
  onLook,
}: DoubtsProps) {
  const placeOf = new Map(places.map((place) => [place.slot?.id, place]));
  const numberOf = new Map(course.periods.map(({ id, number }) => [id, String(number)]));
  const lines = handBackDoubts.map((kind) => ({
    kind,
    found: doubted.flatMap(({ submissionId, doubts }) => {
      const place = placeOf.get(submissionId);
      const doubt = doubts.find((one) => one.kind === kind);
      return place && doubt ? [{ place, who: doubt.who }] : [];
    }),
  }));
  return (
    <ul aria-label="Before you hand back" className="grid list-none gap-2 p-0">
      {lines.map(({ kind, found }) =>
        found.length === 0 ? null : (
          <li key={kind} className="[overflow-wrap:anywhere]">
            <b className="font-semibold">{says[kind](found.length)}</b>{' '}
            {found.map(({ place, who }, i) => (
              <span key={place.student.id}>
                {i > 0 ? '; ' : ''}
                <Link
                  to={placePath(course.id, 'Review desk', numberOf.get(place.student.periodId)!, {
                    assignment: place.slot!.assignmentId,
                    student: place.student.id,
                  })}
                  onClick={onLook}
                >
                  {sayWhose(place)}
                </Link>
                {who ? ` (${sayListName(who)})` : ''}
              </span>
            ))}
          </li>
        ),
      )}
    </ul>
  );
}
