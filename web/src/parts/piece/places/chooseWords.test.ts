import { expect, test } from '@jest/globals';
import type { Stretch } from '@vestibul/core';
import { moveStretch, partsOf, wholeWords, type Move } from './chooseWords';

const TEXT = 'It rained. So the river is higher everywhere, i.e. at both posts.\nThursday it fell.';
const parts = partsOf(TEXT);
const words = ({ from, to }: Stretch) => TEXT.slice(from, to);
/** What is chosen after some moves from the first sentence. */
const after = (...moves: Move[]) =>
  words(moves.reduce((now, move) => moveStretch(parts, now, move), parts.sentences[0]!));

test('sentences are chosen one after the other, without the spaces behind them', () => {
  expect(after()).toBe('It rained.');
  expect(after('next')).toBe('So the river is higher everywhere, i.e. at both posts.');
  expect(after('next', 'next')).toBe('Thursday it fell.');
  expect(after('next', 'previous')).toBe('It rained.');
});

test('at either end there is nothing to move to', () => {
  expect(after('previous')).toBe('It rained.');
  expect(after('next', 'next', 'next')).toBe('Thursday it fell.');
});

test('it is made longer and shorter by sentences, and its ends are moved by words', () => {
  expect(after('longer')).toBe('It rained. So the river is higher everywhere, i.e. at both posts.');
  expect(after('longer', 'shorter')).toBe('It rained.');
  expect(after('end earlier')).toBe('It rained');
  expect(after('end earlier', 'end later')).toBe('It rained. So');
  expect(after('start later')).toBe('rained.');
  expect(after('next', 'start earlier')).toBe(
    'rained. So the river is higher everywhere, i.e. at both posts.',
  );
});

test('what is dragged over takes the words whole that it begins and ends in', () => {
  const dragged = (some: string) => {
    const from = TEXT.indexOf(some);
    return words(wholeWords(TEXT, { from, to: from + some.length }));
  };
  expect(dragged('iver is high')).toBe('river is higher');
  expect(dragged('river is higher')).toBe('river is higher');
  expect(dragged(' the river ')).toBe(' the river ');
  expect(dragged('posts.')).toBe('posts.');
});

test('nothing is never chosen', () => {
  expect(after('start later', 'start later')).toBe('rained.');
  expect(after('end earlier', 'end earlier', 'end earlier')).toBe('It');
  expect(after('shorter')).toBe('It rained.');
});
