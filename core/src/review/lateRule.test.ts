import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { countedPoints, noLateRule, percentOff, type LateRule } from './lateRule';

const HOUR = 3_600_000;
const DAY = 24 * HOUR;
const tenADay: LateRule = { kind: 'per day', percent: 10, most: 50 };

describe('what being late takes off', () => {
  // Reckoned by hand.
  test.each([
    ['in time', 18, 20, 0, 18],
    ['a minute late: a day has begun', 18, 20, 60_000, 16],
    ['a day to the millisecond', 18, 20, DAY, 16],
    ['a millisecond more', 18, 20, DAY + 1, 14],
    ['three days', 18, 20, 3 * DAY, 12],
    ['a month: the cap of half of it', 18, 20, 30 * DAY, 8],
    ['never below none', 5, 20, 30 * DAY, 0],
    ['half points of an odd number', 7.5, 15, DAY, 6],
    ['a hundredth', 7.5, 33, DAY, 4.2],
  ])('%s', (_what, points, most, lateMs, counted) => {
    expect(countedPoints(points, most, lateMs, tenADay)).toBe(counted);
  });

  test('a cap between two days takes no more than it says', () => {
    const rule: LateRule = { kind: 'per day', percent: 7, most: 10 };
    expect([1, 2, 3].map((days) => percentOff(rule, days * DAY))).toEqual([7, 10, 10]);
    expect(countedPoints(10, 15, 2 * DAY, rule)).toBe(8.5);
  });

  test('without a rule nothing is taken off', () => {
    expect(countedPoints(18.5, 20, 30 * DAY, noLateRule)).toBe(18.5);
  });

  test('later never counts more, never more than was given, never below none or by more than the cap', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 1000 }),
        fc.nat({ max: 2000 }),
        fc.record({
          kind: fc.constant('per day' as const),
          percent: fc.integer({ min: 1, max: 100 }),
          most: fc.integer({ min: 1, max: 100 }),
        }),
        fc.nat({ max: 200 * DAY }),
        fc.nat({ max: 10 * DAY }),
        (most, halves, rule, lateMs, more) => {
          const points = Math.min(most, halves / 2);
          const counted = countedPoints(points, most, lateMs, rule);
          expect(countedPoints(points, most, lateMs + more, rule)).toBeLessThanOrEqual(counted);
          expect(counted).toBeLessThanOrEqual(points);
          expect(counted).toBeGreaterThanOrEqual(Math.max(0, points - (most * rule.most) / 100) - 1e-9);
          expect(Number.isInteger(Math.round(counted * 1e6) / 1e4)).toBe(true);
        },
      ),
    );
  });
});
