import { describe, expect, test } from '@jest/globals';
import { deviation, max, mean, min, quantile } from 'd3-array';
import fc from 'fast-check';
import { spreadOf } from './spread';

describe('how scores are spread', () => {
  test('nothing has no spread, and a single score no deviation', () => {
    expect(spreadOf([])).toBeNull();
    expect(spreadOf([7.5])).toEqual({
      count: 1,
      least: 7.5,
      lower: 7.5,
      middle: 7.5,
      upper: 7.5,
      most: 7.5,
      mean: 7.5,
      deviation: null,
    });
  });

  test('by hand: 4, 5, 7, 10', () => {
    // Quarters at 0.75 and 2.25 of the way from the first; deviations 2.5, 1.5, 0.5, 3.5: 21 by 3 is 7.
    expect(spreadOf([7, 4, 10, 5])).toEqual({
      count: 4,
      least: 4,
      lower: 4.75,
      middle: 6,
      upper: 7.75,
      most: 10,
      mean: 6.5,
      deviation: Math.sqrt(7),
    });
  });

  test('is what a general package for statistics says of the same, in any order', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 200_000 }), { minLength: 2, maxLength: 160 }), (all) => {
        const values = all.map((hundredths) => hundredths / 100);
        const spread = spreadOf(values)!;
        expect([spread.least, spread.most, spread.count]).toEqual([min(values), max(values), values.length]);
        for (const [ours, theirs] of [
          [spread.lower, quantile(values, 0.25)],
          [spread.middle, quantile(values, 0.5)],
          [spread.upper, quantile(values, 0.75)],
          [spread.mean, mean(values)],
          [spread.deviation, deviation(values)],
        ])
          expect(ours).toBeCloseTo(theirs!, 6);
      }),
    );
  });
});
