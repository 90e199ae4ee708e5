import { nothingIn, stateOf, type Instant, type SubmissionState } from '@vestibul/core';
import type { Slot } from '../../state/api';

/** What a slot shows: the state of its submission with the time as it is now. */
export function stateOfSlot(
  slot: Slot | undefined,
  asked: { due: Instant | null; excused: boolean; graceMinutes: number },
  now: number,
): SubmissionState {
  if (slot?.turnedInAt) return slot.state;
  return stateOf(
    { ...nothingIn, ...asked, hasStarted: slot?.state === 'started' },
    new Date(now).toISOString() as Instant,
  );
}
