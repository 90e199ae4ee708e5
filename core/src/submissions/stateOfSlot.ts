import type { Instant } from '../ids';
import { nothingIn, stateOf, type SubmissionState } from './stateOf';

/** What a slot shows: the state of its submission with the time as it is now. */
export function stateOfSlot(
  slot: { turnedInAt: Instant | null; state: SubmissionState } | undefined,
  asked: { due: Instant | null; excused: boolean; graceMinutes: number },
  now: Instant,
): SubmissionState {
  if (slot?.turnedInAt) return slot.state;
  return stateOf({ ...nothingIn, ...asked, hasStarted: slot?.state === 'started' }, now);
}
