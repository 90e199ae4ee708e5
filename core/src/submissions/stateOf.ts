import type { Instant } from '../ids';

/** The states of a submission, in the words of the interface. */
export const submissionStates = [
  'not started',
  'started',
  'turned in',
  'late',
  'held',
  'reviewed',
  'handed back',
  'missing',
  'excused',
] as const;
export type SubmissionState = (typeof submissionStates)[number];

export interface SubmissionFacts {
  /** When the newest attempt was turned in; null when nothing was. */
  turnedInAt: Instant | null;
  lateMs: number;
  /** Whether the newest attempt waits for the teacher's approval. */
  held: boolean;
  /** Whether the student has files in the tray that are not turned in yet. */
  hasStarted: boolean;
  reviewedAt: Instant | null;
  handedBackAt: Instant | null;
  due: Instant | null;
  /** Minutes after the due time in which nothing is missing yet. */
  graceMinutes: number;
  /** Whether the work is not asked of this student. */
  excused: boolean;
}

/** The facts of a slot with nothing in it, to be filled in where something is known. */
export const nothingIn: SubmissionFacts = {
  turnedInAt: null,
  lateMs: 0,
  held: false,
  hasStarted: false,
  reviewedAt: null,
  handedBackAt: null,
  due: null,
  graceMinutes: 0,
  excused: false,
};

/**
 * The one state shown for a submission. A review or a hand-back counts for the newest attempt only:
 * turning in again clears both, so the caller passes null for what an older attempt had.
 */
export function stateOf(facts: SubmissionFacts, now: Instant): SubmissionState {
  if (facts.turnedInAt !== null) {
    if (facts.handedBackAt !== null) return 'handed back';
    if (facts.held) return 'held';
    if (facts.reviewedAt !== null) return 'reviewed';
    return facts.lateMs > 0 ? 'late' : 'turned in';
  }
  if (facts.excused) return 'excused';
  if (isOverdue(facts.due, facts.graceMinutes, now)) return 'missing';
  return facts.hasStarted ? 'started' : 'not started';
}

/** Whether what is due then is missing by now where nothing is in. */
export function isOverdue(due: Instant | null, graceMinutes: number, now: Instant): boolean {
  return due !== null && Date.parse(now) > Date.parse(due) + graceMinutes * 60_000;
}

/** When somebody was not in the course: before they joined, and from leaving to coming back. */
export interface Attendance {
  joinedAt: Instant;
  absences: readonly { leftAt: Instant; backAt: Instant | null }[];
}

/**
 * Whether work is not asked of a student because it was due while they were not in the course.
 * A due time of their own asks for it all the same.
 */
export function wasAway(due: Instant, attendance: Attendance): boolean {
  return (
    due < attendance.joinedAt ||
    attendance.absences.some(({ leftAt, backAt }) => due >= leftAt && (backAt === null || due < backAt))
  );
}
