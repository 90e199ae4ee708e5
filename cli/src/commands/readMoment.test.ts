import { expect, test } from '@jest/globals';
import { WrongCall } from '../surroundings';
import { readMoment } from './readMoment';

/* The examples of RFC 3339, section 5.8. */
test.each([
  ['1985-04-12T23:20:50.52Z', '1985-04-12T23:20:50.520Z'],
  ['1996-12-19T16:39:57-08:00', '1996-12-20T00:39:57.000Z'],
  ['1990-12-31T23:59:60Z', '1990-12-31T23:59:59.000Z'],
  ['1990-12-31T15:59:60-08:00', '1990-12-31T23:59:59.000Z'],
  ['1937-01-01T12:00:27.87+00:20', '1937-01-01T11:40:27.870Z'],
])('%s is the moment %s', (text, moment) => {
  expect(readMoment(text)).toBe(moment);
});

test('without one it is now; what is no moment is refused with how it is written', () => {
  expect(readMoment(undefined)).toBeNull();
  for (const text of ['2026-10-01', '2026-10-01T23:59:00', 'yesterday', '2026-13-01T00:00:00Z', ''])
    expect(() => readMoment(text)).toThrow(WrongCall);
});
