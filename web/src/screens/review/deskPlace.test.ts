import { describe, expect, test } from '@jest/globals';
import type { Place } from '../../parts/rack/courseWork';
import { deskPlace } from './deskPlace';

/** Places named by a letter; a capital has work in. */
const places = (letters: string) =>
  [...letters].map((letter) => ({
    student: { id: letter.toLowerCase() },
    slot: letter === letter.toLowerCase() ? undefined : { id: `s_${letter}` },
  })) as unknown as Place[];
const said = (letters: string, asked: string | null) =>
  Object.fromEntries(
    Object.entries(deskPlace(places(letters), asked)).map(([key, place]) => [key, place?.student.id]),
  );

describe('who lies on the desk', () => {
  test.each([
    ['nobody asked for: the first with work', 'aBcD', null, { here: 'b', next: 'd' }],
    ['whoever is asked for', 'ABCD', 'c', { here: 'c', next: 'd', previous: 'b' }],
    ['also when somebody before them turns in', 'ABC', 'b', { here: 'b', next: 'c', previous: 'a' }],
    [
      'also when their work is gone: nobody else takes the place',
      'AbC',
      'b',
      { empty: 'b', next: 'c', previous: 'a' },
    ],
    ['somebody of another period', 'AB', 'z', { here: 'a', next: 'b' }],
    ['nothing in at all', 'abc', null, {}],
    ['nobody', '', 'a', {}],
  ])('%s', (_name, letters, asked, is) => {
    expect(said(letters, asked)).toEqual({
      here: undefined,
      empty: undefined,
      next: undefined,
      previous: undefined,
      ...is,
    });
  });
});
