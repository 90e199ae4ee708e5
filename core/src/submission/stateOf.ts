import type { Instant } from '../ids';

/** The states of a submission, in the words of the interface. */
export const submissionStates = [
  'not started',
  'started',
  'turned in',
  'late',
  'reviewed',
  'handed back',
  'missing',
] as const;
export type SubmissionState = (typeof submissionStates)[number];

export interface SubmissionFacts {
  /** When the newest attempt was turned in; null when nothing was. */
  turnedInAt: Instant | null;
  lateMs: number;
  /** Whether the student has files in the tray that are not turned in yet. */
  hasStarted: boolean;
  reviewedAt: Instant | null;
  handedBackAt: Instant | null;
  due: Instant | null;
}

/**
 * The one state shown for a submission. A review or a hand-back counts for the newest attempt only:
 * turning in again clears both, so the caller passes null for what an older attempt had.
 */
export function stateOf(facts: SubmissionFacts, now: Instant): SubmissionState {
  if (facts.turnedInAt !== null) {
    if (facts.handedBackAt !== null) return 'handed back';
    if (facts.reviewedAt !== null) return 'reviewed';
    return facts.lateMs > 0 ? 'late' : 'turned in';
  }
  if (facts.due !== null && now > facts.due) return 'missing';
  return facts.hasStarted ? 'started' : 'not started';
}
