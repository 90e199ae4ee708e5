import type { AssignmentId, Instant, SubmissionState } from '@vestibul/core';
import type { Course, RackStudent, Slot } from '../state/api';
import { isUnseen } from './Hall';
import { stateOfSlot } from './SlotView';

type Assignment = Course['assignments'][number];

/** One student with their slot for the chosen assignment. */
export interface Place {
  student: RackStudent;
  slot: Slot | undefined;
  due: Instant | null;
  state: SubmissionState;
}

/** The assignments that a period has been given, or that any has, when all are looked at; soonest due first. */
export function assignmentsFor(course: Course, period: string): Assignment[] {
  const id = course.periods.find((known) => String(known.number) === period)?.id;
  return course.assignments.filter((assignment) =>
    id ? assignment.dues.some((due) => due.periodId === id) : assignment.dues.length > 0,
  );
}

/** The assignment to start with: the one whose due time is nearest to now, before or after. */
export function nearestAssignment(assignments: readonly Assignment[], now: number): Assignment | undefined {
  const away = (assignment: Assignment) =>
    Math.min(...assignment.dues.map((due) => Math.abs(Date.parse(due.due) - now)));
  return [...assignments].sort((a, b) => away(a) - away(b))[0];
}

const collator = new Intl.Collator('en', { sensitivity: 'variant' });

/** Students by last name, then first, in the order of the language. */
export function byName(a: RackStudent, b: RackStudent): number {
  return collator.compare(a.last, b.last) || collator.compare(a.first, b.first) || (a.id < b.id ? -1 : 1);
}

/** The slots of a period (or all that were given the assignment) in order, each with its state as it is now. */
export function placesFor(
  course: Course,
  rack: { students: readonly RackStudent[]; slots: readonly Slot[] },
  period: string,
  assignment: Assignment,
  now: number,
): Place[] {
  const dueOf = new Map(assignment.dues.map((due) => [due.periodId, due.due]));
  const numberOf = new Map(course.periods.map((known) => [known.id, known.number]));
  const slotOf = new Map(
    rack.slots.filter((slot) => slot.assignmentId === assignment.id).map((slot) => [slot.studentId, slot]),
  );
  return rack.students
    .filter((student) => dueOf.has(student.periodId) || slotOf.has(student.id))
    .filter((student) => period === 'all' || String(numberOf.get(student.periodId)) === period)
    .sort((a, b) => numberOf.get(a.periodId)! - numberOf.get(b.periodId)! || byName(a, b))
    .map((student) => {
      const slot = slotOf.get(student.id);
      const due = dueOf.get(student.periodId) ?? null;
      return { student, slot, due, state: stateOfSlot(slot, due, now) };
    });
}

export interface Tally {
  in: number;
  unseen: number;
  late: number;
  missing: number;
  toReview: number;
  toHandBack: number;
}

/** The counts above the rack. */
export function tallyOf(places: readonly Place[]): Tally {
  const count = (fits: (place: Place) => boolean) => places.filter(fits).length;
  return {
    in: count(({ slot }) => Boolean(slot?.turnedInAt)),
    unseen: count(({ slot }) => slot !== undefined && isUnseen(slot)),
    late: count(({ slot }) => (slot?.lateMs ?? 0) > 0),
    missing: count(({ state }) => state === 'missing'),
    toReview: count(({ state }) => state === 'turned in' || state === 'late'),
    toHandBack: count(({ state }) => state === 'reviewed'),
  };
}

/** The assignment of an id, or the nearest one. */
export function chooseAssignment(
  assignments: readonly Assignment[],
  wanted: string | null,
  now: number,
): Assignment | undefined {
  return (
    assignments.find((known) => known.id === (wanted as AssignmentId)) ?? nearestAssignment(assignments, now)
  );
}
