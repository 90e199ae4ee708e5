import { instantToLocal, type Instant, type OwnDue } from '@vestibul/core';

/**
 * What is sent so that work is, or is not, asked of one student. A due time of their own stays with it; without one, asking for
 * what was `due` while they were away takes that as their own.
 */
export function excuseBody(excused: boolean, own: OwnDue | null, due: Instant | null, zone: string) {
  const kept = own ? own.due : excused ? null : due;
  return { dueLocal: kept && instantToLocal(kept, zone), excused };
}
