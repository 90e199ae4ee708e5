import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { countingAttempt, countings, type AttemptFacts } from './countingAttempt';

const attempt = (n: number, more: Partial<AttemptFacts> = {}): AttemptFacts => ({
  n,
  lateMs: 0,
  isGone: false,
  score: null,
  ...more,
});
const late = { lateMs: 60_000 };
const gone = { isGone: true };

describe('countingAttempt', () => {
  test.each([
    ['last', [attempt(1), attempt(2, late)], 2],
    ['last', [attempt(1), attempt(2, gone)], 1],
    ['last in time', [attempt(1), attempt(2, late)], 1],
    ['last in time', [attempt(1), attempt(2), attempt(3, late)], 2],
    ['last in time', [attempt(1, gone), attempt(2, late)], 2],
    ['last in time', [attempt(1, late), attempt(2, late)], 2],
    ['best', [attempt(1, { score: 8 }), attempt(2, { score: 5 })], 1],
    ['best', [attempt(1, { score: 8 }), attempt(2, { score: 8 })], 2],
    ['best', [attempt(1, { score: 8 }), attempt(2)], 2],
    ['best', [attempt(1), attempt(2, { score: 3 })], 2],
    ['best', [attempt(1, { score: 8, isGone: true }), attempt(2, { score: 1 })], 2],
  ] as const)('%s', (counting, attempts, n) => {
    expect(countingAttempt(attempts, counting)?.n).toBe(n);
  });

  test('is one of those that stand, whatever the order they come in; none where none stands', () => {
    const attempts = fc.uniqueArray(
      fc.record({
        n: fc.integer({ min: 1, max: 30 }),
        lateMs: fc.constantFrom(0, 0, 1, 90_000),
        isGone: fc.boolean(),
        score: fc.option(fc.integer({ min: 0, max: 5 }), { nil: null }),
      }),
      { selector: ({ n }) => n },
    );
    fc.assert(
      fc.property(attempts, fc.constantFrom(...countings), (all, counting) => {
        const counts = countingAttempt(all, counting);
        expect(counts === null).toBe(all.every(({ isGone }) => isGone));
        if (counts) expect(all.filter(({ isGone }) => !isGone)).toContain(counts);
        expect(countingAttempt(all.toReversed(), counting)).toEqual(counts);
      }),
    );
  });
});
