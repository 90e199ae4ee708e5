import { expect, test } from '@jest/globals';
import { timeLeft } from '../submissions/recording';
import { isSpokenTooLong, spokenRules } from './spoken';

test('what the recorder ends by itself is never too long, and what is plainly longer is', () => {
  expect(timeLeft(spokenRules, 120_000)).toBe(0);
  expect(isSpokenTooLong(120)).toBe(false);
  // The clock is looked at four times a second, and the last slice may be a second long.
  expect(isSpokenTooLong(121.5)).toBe(false);
  expect(isSpokenTooLong(130)).toBe(true);
});
