import { expect, test } from '@jest/globals';
import type { PersonId, PieceId } from '@vestibul/core';
import { sayHowMuch, sayWhose, type Pair } from './sayAlike';

test('part of a text is never told as all of it', () => {
  const says = (alike: number, same = false) => sayHowMuch({ alike, same });
  expect([0.604, 0.95, 0.994].map((alike) => says(alike))).toEqual([
    '60 % the same',
    '95 % the same',
    '99 % the same',
  ]);
  expect(says(0.999)).toBe('99 % the same');
  expect(says(1)).toBe('the same text');
  expect(says(1, true)).toBe('the same file');
  // Of two files that are the same only what is not the blank's is compared.
  expect(says(0, true)).toBe('the same file');
});

test('whose it is is told with the period, and of another course with that and its year', () => {
  const side: Pair['a'] = {
    pieceId: 'p' as PieceId,
    name: 'a.docx',
    student: { id: 'x' as PersonId, last: 'Lowe', first: 'Otis', called: '', apart: '' },
    period: 'Period 4',
    elsewhere: null,
  };
  expect(sayWhose(side)).toBe('Otis Lowe · Period 4');
  expect(
    sayWhose({
      ...side,
      elsewhere: { courseId: 'c' as never, assignmentId: 'a' as never, course: 'Geography', year: '2025–26' },
    }),
  ).toBe('Otis Lowe · Geography 2025–26');
});
