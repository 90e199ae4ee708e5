import { askOf, type Asking } from '../deadline/askOf';
import type { OwnDue } from '../deadline/dueFor';
import { toInstant } from '../deadline/zonedTime';
import type { AssignmentId, GroupId, Instant, PeriodId, PersonId } from '../ids';
import type { Attendance, SubmissionState } from '../submissions/stateOf';
import { stateOfSlot } from '../submissions/stateOfSlot';
import { waitsForHandBack, waitsForReview } from '../submissions/waits';
import { goneQuiet, type Quiet } from './happened';

/** A course as it stands: who is in it, what was asked and what is in. */
export interface CourseNow<Student> {
  students: readonly (Student &
    Attendance & { id: PersonId; periodId: PeriodId; groupId: GroupId | null; leftAt: Instant | null })[];
  assignments: readonly (Asking & { id: AssignmentId; graceMinutes: number })[];
  slots: readonly {
    studentId: PersonId;
    assignmentId: AssignmentId;
    turnedInAt: Instant | null;
    state: SubmissionState;
    goesBack: boolean;
    answers: number;
  }[];
  dues: readonly (OwnDue & { studentId: PersonId; assignmentId: AssignmentId })[];
}

/** What waits in a course, and who has gone quiet. */
export interface Waits<Student> {
  held: number;
  toReview: number;
  answered: number;
  toHandBack: number;
  missing: number;
  /** How many students miss something. */
  lacking: number;
  quiet: Quiet<Student>[];
}

/** How a course stands at a moment; who has left and what students do not see yet is none of it. */
export function whatWaits<Student>(
  { students, assignments, slots, dues }: CourseNow<Student>,
  now: number,
): Waits<Student> {
  const key = (of: { studentId: PersonId; assignmentId: AssignmentId }) =>
    `${of.studentId} ${of.assignmentId}`;
  const slotOf = new Map(slots.map((slot) => [key(slot), slot]));
  const ownOf = new Map(dues.map((own) => [key(own), own]));
  const at = toInstant(now);
  const seen = assignments.filter(({ visibleAt }) => visibleAt !== null && visibleAt <= at);
  const here = students.filter(({ leftAt }) => leftAt === null);
  const rows = here.map((student) => ({
    student,
    works: seen.flatMap((assignment) => {
      const of = key({ studentId: student.id, assignmentId: assignment.id });
      const slot = slotOf.get(of);
      const asked = askOf(assignment, student, ownOf.get(of) ?? null);
      if (!asked.isGiven && !slot) return [];
      const { graceMinutes } = assignment;
      return [{ slot, asked, state: stateOfSlot(slot, { ...asked, graceMinutes }, at) }];
    }),
  }));
  const works = rows.flatMap((row) => row.works);
  const waiting = works.flatMap(({ slot }) => (slot?.turnedInAt ? [slot] : []));
  const isMissing = ({ state }: { state: SubmissionState }) => state === 'missing';
  return {
    held: waiting.filter(({ state }) => state === 'held').length,
    toReview: waiting.filter(waitsForReview).length,
    answered: waiting.filter(({ answers }) => answers > 0).length,
    toHandBack: waiting.filter(waitsForHandBack).length,
    missing: works.filter(isMissing).length,
    lacking: rows.filter((row) => row.works.some(isMissing)).length,
    quiet: goneQuiet(
      rows.map((row) => ({
        id: row.student as Student,
        dues: row.works.flatMap(({ asked }) => (asked.due !== null && !asked.excused ? asked.due : [])),
        turnedIn: row.works.flatMap(({ slot }) => slot?.turnedInAt ?? []),
      })),
      now,
    ),
  };
}
