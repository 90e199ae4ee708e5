import { instantToLocal, toInstant } from '../deadline/zonedTime';
import type { Day } from '../ids';
import type { EventKind } from '../ledger/event';

/** What was done in a course, as it is told by day, by student and by assignment, and the line of its ledger that tells it. */
export const kindOfAct = {
  turnedIn: 'turned in',
  reviewed: 'reviewed',
  handedBack: 'handed back',
  commented: 'commented',
  answered: 'answered',
  reminded: 'reminded',
} as const satisfies Record<string, EventKind>;
export type Act = keyof typeof kindOfAct;
export type ActKind = (typeof kindOfAct)[Act];
export const acts = Object.keys(kindOfAct) as readonly Act[];

/** How often each was done. */
export type ActCounts = Record<Act, number>;

/** How many lines of a kind there are of something. */
export interface CountedLines<Of> {
  of: Of;
  kind: ActKind;
  count: number;
}

/** What was done with each of some things, in the order in which they come up. */
export function countActs<Of>(lines: readonly CountedLines<Of>[]): { of: Of; counts: ActCounts }[] {
  const byOf = new Map<Of, ActCounts>();
  for (const { of, kind, count } of lines) {
    const counts = byOf.get(of) ?? noActs();
    counts[acts.find((act) => kindOfAct[act] === kind)!] += count;
    byOf.set(of, counts);
  }
  return [...byOf].map(([of, counts]) => ({ of, counts }));
}

const noActs = (): ActCounts => ({
  turnedIn: 0,
  reviewed: 0,
  handedBack: 0,
  commented: 0,
  answered: 0,
  reminded: 0,
});

/** What was done in all of these. */
export const sumActs = (counted: readonly { counts: ActCounts }[]): ActCounts =>
  counted.reduce((sum, { counts }) => {
    for (const act of acts) sum[act] += counts[act];
    return sum;
  }, noActs());

/** A quarter of an hour: every clock of the world is ahead of or behind UTC by a number of them (IANA time zone database). */
export const QUARTER_SECONDS = 900;

/** The day of the school in which a quarter of an hour lies, counted from the beginning of 1970 in UTC. */
export const dayOfQuarter = (quarter: number, zone: string): Day =>
  instantToLocal(toInstant(quarter * QUARTER_SECONDS * 1000), zone).slice(0, 10) as Day;
