import {
  askOf,
  groupBy,
  sortPeople,
  stateOfSlot,
  toInstant,
  waitsForHandBack,
  waitsForReview,
  type AssignmentId,
  type Instant,
  type SortOrder,
  type SubmissionState,
} from '@vestibul/core';
import type { Course, RackStudent, Slot, WorkProgress } from '../../state/api';
import { isUnseen } from '../hall/Hall';
import { isLookedAt, periodsIn } from '../courses/periods';

type Assignment = Course['assignments'][number];

/** One student with their slot for an assignment. */
export interface Place {
  assignment: Assignment;
  student: RackStudent;
  slot: Slot | undefined;
  due: Instant | null;
  state: SubmissionState;
  /** How far it is from what was handed out, where that is known. */
  progress?: WorkProgress | undefined;
}

/** The assignments that a period has been given and students see, or any of several; soonest due first. */
export function assignmentsFor(course: Course, period: string, now: number): Assignment[] {
  const ids = new Set(periodsIn(course, period).map(({ id }) => id));
  return course.assignments.filter(
    (assignment) =>
      assignment.visibleAt !== null &&
      Date.parse(assignment.visibleAt) <= now &&
      assignment.dues.some((due) => ids.has(due.periodId)),
  );
}

/** The assignment to start with: the one whose due time is nearest to now, before or after. */
export function nearestAssignment(assignments: readonly Assignment[], now: number): Assignment | undefined {
  const away = (assignment: Assignment) =>
    Math.min(...assignment.dues.map((due) => Math.abs(Date.parse(due.due) - now)));
  return [...assignments].sort((a, b) => away(a) - away(b))[0];
}

/** The names of a course's small groups, by their ids. */
export function groupNames(course: Course): Map<string, string> {
  return new Map(course.periods.flatMap((period) => period.groups.map((group) => [group.id, group.name])));
}

/** The small group of a student, where they are in one. */
export const groupOf = (
  course: Course,
  { periodId, groupId }: Pick<RackStudent, 'periodId' | 'groupId'>,
): Course['periods'][number]['groups'][number] | undefined =>
  course.periods.find(({ id }) => id === periodId)?.groups.find(({ id }) => id === groupId);

export interface Arrangement {
  order: SortOrder;
  language: string;
}

/** Students in an order that the language gives them. */
export function inOrder<
  Student extends Pick<RackStudent, 'id' | 'last' | 'first' | 'called'> & { groupId?: string | null },
>(students: readonly Student[], course: Course, { order, language }: Arrangement): Student[] {
  const names = groupNames(course);
  const named = students.map((student) => ({
    id: student.id,
    last: student.last,
    first: student.first,
    called: student.called,
    group: (student.groupId && names.get(student.groupId)) ?? '',
    student,
  }));
  return sortPeople(named, order, language).map(({ student }) => student);
}

interface RackData {
  students: readonly RackStudent[];
  slots: readonly Slot[];
  dues: readonly { studentId: string; assignmentId: string; due: Instant | null; excused: boolean }[];
}

type OwnRow = RackData['dues'][number];

/** What one student has, or is to have, for an assignment; null where it is not asked of them and nothing of theirs is there. */
function placeOf(
  assignment: Assignment,
  student: RackStudent,
  { slot, own }: { slot: Slot | undefined; own: OwnRow | undefined },
  now: number,
): Place | null {
  const { due, excused, isGiven } = askOf(assignment, student, own ?? null);
  if (!isGiven && !slot) return null;
  const asked = { due, excused, graceMinutes: assignment.graceMinutes };
  return { assignment, student, slot, due, state: stateOfSlot(slot, asked, toInstant(now)) };
}

/** The students of the periods that are looked at, one period after the other and in order in each. Who has left stays at their place. */
function studentsOf<
  Student extends Pick<RackStudent, 'id' | 'last' | 'first' | 'called' | 'periodId' | 'groupId'>,
>(students: readonly Student[], course: Course, period: string, arrangement: Arrangement): Student[] {
  const numberOf = new Map(course.periods.map((known) => [known.id, known.number]));
  const here = students.filter(({ periodId }) => isLookedAt(period, numberOf.get(periodId)));
  return inOrder(here, course, arrangement).toSorted(
    (a, b) => numberOf.get(a.periodId)! - numberOf.get(b.periodId)!,
  );
}

/** The slots of a period (or all that were given the assignment) in order, each with its state as it is now. */
export function placesFor(
  course: Course,
  rack: RackData,
  period: string,
  assignment: Assignment,
  now: number,
  arrangement: Arrangement,
): Place[] {
  const here = <Row extends { assignmentId: string; studentId: string }>(rows: readonly Row[]) =>
    new Map(rows.filter((row) => row.assignmentId === assignment.id).map((row) => [row.studentId, row]));
  const [slots, dues] = [here(rack.slots), here(rack.dues)];
  return studentsOf(rack.students, course, period, arrangement).flatMap((student) => {
    const theirs = { slot: slots.get(student.id), own: dues.get(student.id) };
    return placeOf(assignment, student, theirs, now) ?? [];
  });
}

/** A student with their place for each of some assignments, in the order of these; null where it is not asked of them. */
export interface StudentRow {
  student: RackStudent;
  places: readonly (Place | null)[];
}

/** Students × assignments. */
export function rowsOf(
  course: Course,
  rack: RackData,
  period: string,
  assignments: readonly Assignment[],
  now: number,
  arrangement: Arrangement,
): StudentRow[] {
  const byStudent = <Row extends { assignmentId: string; studentId: string }>(rows: readonly Row[]) =>
    groupBy(rows, ({ studentId }) => studentId);
  const [slots, dues] = [byStudent(rack.slots), byStudent(rack.dues)];
  return studentsOf(rack.students, course, period, arrangement).map((student) => {
    const [own, filled] = [dues.get(student.id) ?? [], slots.get(student.id) ?? []];
    const slotOf = new Map(filled.map((slot) => [slot.assignmentId, slot]));
    return {
      student,
      places: assignments.map((assignment) =>
        placeOf(
          assignment,
          student,
          {
            slot: slotOf.get(assignment.id),
            own: own.find(({ assignmentId }) => assignmentId === assignment.id),
          },
          now,
        ),
      ),
    };
  });
}

/** The slots of one student through the year, in the order of the assignments. */
export function placesOfStudent(
  course: Course,
  rack: RackData,
  student: string,
  now: number,
  arrangement: Arrangement,
): Place[] {
  const own = <Row extends { studentId: string }>(rows: readonly Row[]) =>
    rows.filter((row) => row.studentId === student);
  const only = {
    students: rack.students.filter(({ id }) => id === student),
    slots: own(rack.slots),
    dues: own(rack.dues),
  };
  return assignmentsFor(course, 'all', now).flatMap((assignment) =>
    placesFor(course, only, 'all', assignment, now, arrangement),
  );
}

export interface Tally {
  in: number;
  unseen: number;
  late: number;
  missing: number;
  untouched: number;
  toReview: number;
  toHandBack: number;
  held: number;
}

/** Whether somebody's work waits to be reviewed; what is about to be handed back does not. */
export const isToReview = ({ state, slot }: Pick<Place, 'state' | 'slot'>): boolean =>
  waitsForReview({ state, goesBack: slot?.goesBack ?? false });

/** Whether somebody has anything in. */
export const hasWork = ({ slot }: Pick<Place, 'slot'>): boolean => Boolean(slot?.id);

/** Where reviewing begins: with the first whose work is to be reviewed, else with the first who has any. */
export const firstToReview = (places: readonly Place[]): Place | undefined =>
  places.find(isToReview) ?? places.find(hasWork);

/** Whether somebody's work is reviewed and waits to be handed back. */
export const isToHandBack = ({ state, slot }: Pick<Place, 'state' | 'slot'>): boolean =>
  waitsForHandBack({ state, goesBack: slot?.goesBack ?? false });

/** Whether a comment waits for the staff: the last word of it is the student's. */
export const isAnswered = ({ slot }: Pick<Place, 'slot'>): boolean => (slot?.answers ?? 0) > 0;

/** What the counts above the rack count, in their order. */
export const tallied = ['in', 'unseen', 'untouched', 'late', 'held', 'missing'] as const;
export type Tallied = (typeof tallied)[number];

const fits: Record<Tallied, (place: Place) => boolean> = {
  in: ({ slot }) => Boolean(slot?.turnedInAt),
  unseen: ({ slot }) => slot !== undefined && isUnseen(slot),
  untouched: ({ progress }) => progress?.state === 'untouched',
  late: ({ slot }) => (slot?.lateMs ?? 0) > 0,
  held: ({ state }) => state === 'held',
  missing: ({ state }) => state === 'missing',
};

/** Whether a place is one of those that a count counts; who has left is out of them all. */
export const fitsTally = (place: Place, of: Tallied): boolean =>
  place.student.leftAt === null && fits[of](place);

/** The counts above the rack. */
export function tallyOf(places: readonly Place[]): Tally {
  const present = places.filter(({ student }) => student.leftAt === null);
  const count = (counts: (place: Place) => boolean) => present.filter(counts).length;
  return {
    in: count(fits.in),
    unseen: count(fits.unseen),
    late: count(fits.late),
    missing: count(fits.missing),
    untouched: count(fits.untouched),
    toReview: count(isToReview),
    toHandBack: count(isToHandBack),
    held: count(fits.held),
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
