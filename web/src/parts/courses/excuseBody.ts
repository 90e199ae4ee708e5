import { instantToLocal, type Instant, type OwnDue } from '@vestibul/core';

/** What is sent so that this is what holds for one student alone; null is nothing of their own. */
export function ownDueBody(own: OwnDue | null, zone: string) {
  return { dueLocal: own?.due ? instantToLocal(own.due, zone) : null, excused: own?.excused ?? false };
}

/**
 * What is sent so that work is, or is not, asked of one student. A due time of their own stays with it; without one, asking for
 * what was `due` while they were away takes that as their own.
 */
export function excuseBody(excused: boolean, own: OwnDue | null, due: Instant | null, zone: string) {
  return ownDueBody({ due: own ? own.due : excused ? null : due, excused }, zone);
}
