import { describe, expect, test } from '@jest/globals';
import type { Place } from '../../parts/rack/courseWork';
import { deskPlace } from './deskPlace';

/** Places named by a letter; a capital has work in, and before an exclamation mark it is reviewed already. */
const places = (letters: string) =>
  [...letters.matchAll(/(\w)(!?)/g)].map(([, letter = '', done]) => {
    const isIn = letter !== letter.toLowerCase();
    return {
      student: { id: letter.toLowerCase() },
      slot: isIn ? { id: `s_${letter}` } : undefined,
      state: !isIn ? 'missing' : done ? 'handed back' : 'turned in',
    };
  }) as unknown as Place[];
const said = (letters: string, asked: string | null) =>
  Object.fromEntries(
    Object.entries(deskPlace(places(letters), ({ student }) => student.id === asked)).map(([key, place]) => [
      key,
      place?.student.id,
    ]),
  );

describe('who lies on the desk', () => {
  test.each([
    ['nobody asked for: the first with work', 'aBcD', null, { here: 'b', next: 'd', nextToReview: 'd' }],
    [
      'nobody asked for: the first to review',
      'A!BC',
      null,
      { here: 'b', next: 'c', previous: 'a', nextToReview: 'c' },
    ],
    ['nobody asked for and all reviewed', 'aB!C!', null, { here: 'b', next: 'c' }],
    ['whoever is asked for', 'ABCD', 'c', { here: 'c', next: 'd', previous: 'b', nextToReview: 'd' }],
    [
      'also when somebody before them turns in',
      'ABC',
      'b',
      { here: 'b', next: 'c', previous: 'a', nextToReview: 'c' },
    ],
    [
      'also when their work is gone: nobody else takes the place',
      'AbC',
      'b',
      { empty: 'b', next: 'c', previous: 'a', nextToReview: 'c' },
    ],
    [
      'what is reviewed already is passed over when going on',
      'ABC!D',
      'b',
      { here: 'b', next: 'c', previous: 'a', nextToReview: 'd' },
    ],
    ['at the end it goes on from the start', 'A!BC', 'c', { here: 'c', previous: 'b', nextToReview: 'b' }],
    ['somebody of another period', 'AB', 'z', { here: 'a', next: 'b', nextToReview: 'b' }],
    ['nothing in at all', 'abc', null, {}],
    ['nobody', '', 'a', {}],
  ])('%s', (_name, letters, asked, is) => {
    expect(said(letters, asked)).toEqual({
      here: undefined,
      empty: undefined,
      next: undefined,
      previous: undefined,
      nextToReview: undefined,
      ...is,
    });
  });
});
