/**
 * What being late takes off a score: nothing, or so many percent of what can be reached for every day that has begun, and no
 * more than a part of it.
 */
export type LateRule = { kind: 'none' } | { kind: 'per day'; percent: number; most: number };

export const noLateRule: LateRule = { kind: 'none' };

const DAY_MS = 86_400_000;

/** Percent of what can be reached that are taken off for being late by so many milliseconds; a day counts once it has begun. */
export function percentOff(rule: LateRule, lateMs: number): number {
  if (rule.kind === 'none') return 0;
  return Math.min(rule.most, Math.ceil(Math.max(0, lateMs) / DAY_MS) * rule.percent);
}

/**
 * The points that count of those given, in hundredths, half a hundredth up, and never below none. Points come in halves, the
 * most and the percent whole, so that all of it is reckoned in whole numbers.
 */
export function countedPoints(points: number, most: number, lateMs: number, rule: LateRule): number {
  const off = percentOff(rule, lateMs);
  if (off === 0) return points;
  const twiceHundredths = points * 200 - most * off * 2;
  return Math.max(0, Math.floor((twiceHundredths + 1) / 2)) / 100;
}
