import { useMemo } from 'react';
import { useNow } from '../../parts/hall/useNow';
import { useChosen } from '../../parts/hall/useChosen';
import { usePerson } from '../../parts/hall/useSession';
import {
  assignmentsFor,
  chooseAssignment,
  hasWork,
  placesFor,
  placesOfStudent,
  type Place,
} from '../../parts/rack/courseWork';
import { useArrangement } from '../../parts/rack/useArrangement';
import { THROUGH_YEAR } from '../../parts/review/throughYear';
import { api, type Course } from '../../state/api';
import { deskPlace } from './deskPlace';
import { useQueueChoices } from './QueueChoices';
import { queueOf } from './queue';

/** What lies on the desk, what comes before and after it, and of whom or of what that is the work. */
export function useQueue(course: Course, period: string) {
  const [chosen, chooseWhat] = useChosen();
  const now = useNow();
  const me = usePerson().id;
  const arrangement = useArrangement();
  const rack = api.useReadRackQuery({ params: { courseId: course.id } });
  const kept = useQueueChoices();
  const asked = chosen.get('student');
  const isOfYear = asked !== null && chosen.get('through') === THROUGH_YEAR.through;
  const assignments = assignmentsFor(course, isOfYear ? 'all' : period, now);
  const assignment = chooseAssignment(assignments, chosen.get('assignment'), now);

  const isAsked = (place: Place) =>
    place.student.id === asked && (!isOfYear || place.assignment.id === assignment?.id);
  const student = isOfYear ? asked : null;
  // A key goes from one to another of the same work: it is not put in order again for that.
  const all = useMemo(() => {
    if (!rack.data) return [];
    if (student !== null) return placesOfStudent(course, rack.data, student, now, arrangement);
    return assignment ? placesFor(course, rack.data, period, assignment, now, arrangement) : [];
  }, [rack.data, student, course, period, assignment, now, arrangement]);
  const choices = isOfYear
    ? // Who looks at one student looks at all they did, in its order, and knows whose it is.
      { ...kept, show: 'all' as const, worker: 'anybody' as const, order: 'name' as const, isHidden: false }
    : kept;
  const queue = queueOf(all, { ...choices, me, isAsked, assignment: assignment?.id ?? '' });

  const choose = (place: Place | undefined) => {
    if (!place) return;
    chooseWhat((address) => {
      address.set('assignment', place.assignment.id);
      address.set('student', place.student.id);
      address.delete('piece');
    });
  };
  return {
    rack,
    assignments,
    assignment,
    isOfYear,
    all,
    /** Whether anything is in, were nothing left out by choice. */
    hasAny: all.some(hasWork),
    queue,
    choices,
    ...deskPlace(queue, isAsked),
    hasAsked: asked !== null,
    piece: chosen.get('piece'),
    choose,
    now,
  };
}
