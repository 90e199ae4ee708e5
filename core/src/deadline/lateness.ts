import type { Instant } from '../ids';

/** What of a turn-in must have happened before the due time: pressing the button, or starting to send its files. */
export const lateCounts = ['when turned in', 'when sending began'] as const;
export type LateCounts = (typeof lateCounts)[number];

/** Longest grace in minutes: a week. */
export const LONGEST_GRACE = 7 * 24 * 60;

export interface LatenessRule {
  counts: LateCounts;
  /** Minutes after the due time in which nothing is late yet. */
  graceMinutes: number;
}

/**
 * Milliseconds after the due time at which something was turned in; 0 when in time or within the grace.
 * What is later than the grace is late by its whole distance from the due time. Without a due time nothing is late.
 */
export function lateBy(moment: Instant, due: Instant | null, graceMinutes = 0): number {
  if (due === null) return 0;
  const after = Date.parse(moment) - Date.parse(due);
  return after > graceMinutes * 60_000 ? Math.max(0, after) : 0;
}

/** The moment of a turn-in that its lateness is reckoned from, by the assignment's rule. */
export function countedMoment(
  rule: LatenessRule,
  turnedIn: Instant,
  sendingBegan: readonly Instant[],
): Instant {
  if (rule.counts === 'when turned in' || sendingBegan.length === 0) return turnedIn;
  // The last file to be begun decides: all of them must have been on their way.
  const last = sendingBegan.reduce((a, b) => (a > b ? a : b));
  return last < turnedIn ? last : turnedIn;
}

/** What of a turn-in decides how late it is: when it was, and when the sending of each of its files began. */
export interface TurnedIn {
  at: Instant;
  began: readonly Instant[];
}

/** How late a turn-in is by a due time and an assignment's rule, in milliseconds: at the door, and whenever either changes. */
export function latenessOf({ at, began }: TurnedIn, due: Instant | null, rule: LatenessRule): number {
  return lateBy(countedMoment(rule, at, began), due, rule.graceMinutes);
}

/** A length of time in the two largest units that say enough: `3 d 4 h`, `5 h 12 min`, `12 min`, `40 s`. */
export function sayDuration(milliseconds: number): string {
  const seconds = Math.max(0, Math.floor(milliseconds / 1000));
  const units: [number, string][] = [
    [Math.floor(seconds / 86_400), 'd'],
    [Math.floor(seconds / 3600) % 24, 'h'],
    [Math.floor(seconds / 60) % 60, 'min'],
    [seconds % 60, 's'],
  ];
  const first = units.findIndex(([count]) => count > 0);
  if (first < 0) return '0 s';
  const shown = first < 2 ? units.slice(first, first + 2) : units.slice(first, first + 1);
  return shown
    .filter(([count]) => count > 0)
    .map(([count, unit]) => `${count} ${unit}`)
    .join(' ');
}
