import { expect, test } from '@jest/globals';
import fc from 'fast-check';

test('properties are tried with one seed, so that a test that passes passes again', () => {
  const drawn = () => {
    const seen: number[] = [];
    fc.assert(fc.property(fc.integer(), (drawn) => void seen.push(drawn)));
    return seen;
  };
  expect(fc.readConfigureGlobal().seed).toEqual(expect.any(Number));
  expect(drawn()).toEqual(drawn());
});
