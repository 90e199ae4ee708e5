import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { totalOf } from './markBook';

const mark = (counted: number | null, most: number, excused = false) => ({ counted, most, excused });
const weighing = (...weights: (number | null)[]) => weights.map((weight) => ({ weight }));

describe('a total', () => {
  test('without weights: all that counts of all that could be reached', () => {
    // 18 + 7.5 + 40 of 20 + 10 + 50: 81.875 percent, by hand.
    expect(totalOf(weighing(null, null, null), [mark(18, 20), mark(7.5, 10), mark(40, 50)])).toEqual({
      points: 65.5,
      most: 80,
      percent: 81.9,
    });
  });

  test('with weights: each counts by its part', () => {
    // 3 × 18/20 + 1 × 5/10 = 3.2 of 4: 80 percent, by hand.
    expect(totalOf(weighing(3, 1), [mark(18, 20), mark(5, 10)])?.percent).toBe(80);
    // One with none weighs what can be reached: (10 × 0.9 + 10 × 0.5) / 20 = 70 percent.
    expect(totalOf(weighing(10, null), [mark(18, 20), mark(5, 10)])?.percent).toBe(70);
  });

  test('what is excused, has no score or is not theirs does not count; none counts as none', () => {
    expect(totalOf(weighing(null, null, null), [mark(4, 20, true), mark(null, 10), null])).toBeNull();
    expect(totalOf(weighing(null, null), [mark(0, 20), mark(null, 10)])).toEqual({
      points: 0,
      most: 20,
      percent: 0,
    });
  });

  test('an assignment of weight 0 is shown and moves no percent', () => {
    expect(totalOf(weighing(0), [mark(3, 5)])).toEqual({ points: 3, most: 5, percent: null });
    expect(totalOf(weighing(0, 1), [mark(0, 5), mark(5, 5)])?.percent).toBe(100);
  });

  test('half a tenth goes up, though no binary fraction is so', () => {
    // 1.005 percent of 2000 is 20.1 points: to a tenth 1.0; 21 of 2000 is 1.05: 1.1.
    expect(totalOf(weighing(null, null), [mark(20.1, 1000), mark(0, 1000)])?.percent).toBe(1);
    expect(totalOf(weighing(null, null), [mark(21, 1000), mark(0, 1000)])?.percent).toBe(1.1);
  });

  test('the same weight for all that are out of the same is no weight; the order is nothing; it lies between the least and the best', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat({ max: 2000 }), fc.integer({ min: 1, max: 50 })), {
          minLength: 1,
          maxLength: 40,
        }),
        fc.integer({ min: 1, max: 100 }),
        (given, same) => {
          const marks = given.map(([hundredths]) => mark(hundredths / 100, 20));
          const none = totalOf(weighing(...marks.map(() => null)), marks)!;
          expect(totalOf(weighing(...marks.map(() => same)), marks)!.percent).toBe(none.percent);
          const weights = given.map(([, weight]) => weight);
          const weighed = totalOf(weighing(...weights), marks)!.percent!;
          expect(totalOf(weighing(...weights.toReversed()), marks.toReversed())!.percent).toBe(weighed);
          const parts = marks.map(({ counted }) => (counted! / 20) * 100);
          expect(weighed).toBeGreaterThanOrEqual(Math.min(...parts) - 0.05001);
          expect(weighed).toBeLessThanOrEqual(Math.max(...parts) + 0.05001);
        },
      ),
    );
  });
});
