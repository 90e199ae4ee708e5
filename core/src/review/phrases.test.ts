import { describe, expect, test } from '@jest/globals';
import { PHRASE_KEY, fillPhrase, phraseAsked, phraseOfKey, phrasesFor } from './phrases';

const kept = [
  { key: '1', text: 'Say the unit.' },
  { key: '2', text: 'Good evidence, {first}.' },
  { key: 'cw', text: 'Compare with the weir.' },
  { key: 'cwe', text: 'Compare with where you were in week 1.' },
];
const keysFor = (query: string) => phrasesFor(kept, query).map(({ key }) => key);

describe('what is looked for while somebody writes', () => {
  test.each<[string, ReturnType<typeof phraseAsked>]>([
    ['Well read. ;cw', { from: 11, query: 'cw' }],
    [';', { from: 0, query: '' }],
    ['one\n;1', { from: 4, query: '1' }],
    ['(;1', { from: 1, query: '1' }],
    ['Well read; next', null],
    ['Well read;', null],
    [';cw done', null],
    ['', null],
  ])('%j', (text, asked) => {
    expect(phraseAsked(text, text.length)).toEqual(asked);
  });

  test('is what stands before the caret, wherever the text goes on', () => {
    expect(phraseAsked('Well. ;c and more', 8)).toEqual({ from: 6, query: 'c' });
  });
});

test('phrases are found by key, by how they begin and by a word, in that order', () => {
  expect(keysFor('1')).toEqual(['1', 'cwe']);
  expect(keysFor('c')).toEqual(['cw', 'cwe']);
  expect(keysFor('Good')).toEqual(['2']);
  expect(keysFor('weir')).toEqual(['cw']);
  expect(keysFor('')).toEqual(['1', '2', 'cw', 'cwe']);
  expect(keysFor('nothing')).toEqual([]);
});

test('a key is taken at once only where no other begins with it', () => {
  expect(phraseOfKey(kept, '1')?.key).toBe('1');
  expect(phraseOfKey(kept, 'cwe')?.key).toBe('cwe');
  expect(phraseOfKey(kept, 'cw')).toBeNull();
  expect(phraseOfKey(kept, 'c')).toBeNull();
  expect(phraseOfKey(kept, '')).toBeNull();
});

test('its parts are filled in, and braces of another kind stay', () => {
  const facts = { first: '$& Mai', last: 'Đặng', assignment: 'Stream gauge log' };
  expect(fillPhrase('Good, {first} {last}: {assignment}. {unknown} {first}', facts)).toBe(
    'Good, $& Mai Đặng: Stream gauge log. {unknown} $& Mai',
  );
});

test.each([
  ['1', true],
  ['cw', true],
  ['ñé1', true],
  ['', false],
  ['CW', false],
  ['a b', false],
  [';', false],
  ['x'.repeat(13), false],
])('%j as a key: %s', (key, isOne) => {
  expect(PHRASE_KEY.test(key)).toBe(isOne);
});

test.each([
  ['Good evidence, {first}.', 'Good evidence.'],
  ['Good evidence, {first}!', 'Good evidence!'],
  ['{first}, say the unit.', 'say the unit.'],
  ['Dear {first} {last}, well done.', 'Dear, well done.'],
  ['Well done.', 'Well done.'],
])('of somebody whose name is covered nothing is said by name: %j becomes %j', (text, filled) => {
  expect(fillPhrase(text, { first: '', last: '', assignment: 'Log' })).toBe(filled);
});
