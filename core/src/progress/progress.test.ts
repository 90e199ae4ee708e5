import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { askPython } from '../testing/askPython';
import { progressOf } from './progressOf';
import { wordsOf } from './wordsOf';

const of = (text: string, ...others: string[]) => ({ text, others });
const state = (blank: string, copy: string) => progressOf(of(blank), of(copy)).state;
const blank = `Stream gauge log\nName:\nRead the gauge at 8 and at 12 on five days. Write down each height in centimetres.\n
What did the water look like?\nWhich day was the highest, and why do you think so?`;

describe('how far a copy is from its blank', () => {
  test('counts what was added and taken away, and how much of the copy that is', () => {
    expect(progressOf(of('Name: \nWhat did you see?'), of('Name: Ada\nWhat did you see? A heron'))).toEqual({
      words: 8,
      added: 3,
      removed: 0,
      share: 3 / 8,
      state: 'begun',
    });
    expect(progressOf(of('one two three'), of('one three'))).toMatchObject({
      added: 0,
      removed: 1,
      share: 0,
    });
    expect(progressOf(of('one'), of(''))).toEqual({
      words: 0,
      added: 0,
      removed: 1,
      share: 0,
      state: 'begun',
    });
  });

  test.each<[string, string]>([
    ['untouched', blank],
    ['untouched', blank.replace(/\n/g, '\r\n\r\n').replace(/ /g, '\u00a0')],
    ['begun', blank.replace('Name:', 'Name: Ada Diaz')],
    ['well on', `${blank} ${'It was high and brown after the rain. '.repeat(2)}`],
    ['beyond', `${blank} ${'It was high and brown after the rain. '.repeat(9)}`],
    // Nothing is added, and yet somebody was there.
    ['begun', blank.replace('at 8 and at 12', 'at 12 and at 8')],
    ['begun', blank.replace('look like?', 'look like? ☑')],
  ])('is %s', (expected, copy) => {
    expect(state(blank, copy)).toBe(expected);
  });

  test('of an empty blank a few words are a beginning', () => {
    expect(state('', '')).toBe('untouched');
    expect(state('', 'It rained.')).toBe('begun');
    expect(state('', 'It rained all day. '.repeat(5))).toBe('well on');
    expect(state('', 'It rained all day. '.repeat(20))).toBe('beyond');
  });

  test('a picture that was put in is work, and one that was there before is not', () => {
    expect(progressOf(of(blank, 'map'), of(blank, 'map')).state).toBe('untouched');
    expect(progressOf(of(blank, 'map'), of(blank, 'map', 'sketch')).state).toBe('begun');
    expect(progressOf(of(blank, 'map'), of(blank)).state).toBe('begun');
  });

  test('words are those of the script, also where no spaces part them', () => {
    expect(wordsOf('Je n’ai pas vu l’eau. 今日は雨でした')).toEqual(
      expect.arrayContaining(['n’ai', 'pas', '今日', '雨']),
    );
    expect(wordsOf('e\u0301te\u0301')).toEqual(['été']);
    expect(progressOf(of('今日の天気'), of('今日の天気 雨でした')).added).toBeGreaterThanOrEqual(2);
  });
});

const word = fc.constantFrom(
  ...'gauge stream water high brown rain day because heron bank stone fast'.split(' '),
);

test('200 copies with a known share of words added are told within 5 points, and no touched one is untouched', () => {
  // Words between those of the blank, at places of chance, and some of the blank's own taken away.
  const copies = fc.sample(
    fc.record({
      added: fc.array(fc.record({ word, at: fc.nat() }), { maxLength: 150 }),
      removed: fc.array(fc.nat(), { maxLength: 3 }),
    }),
    { seed: 17, numRuns: 200 },
  );
  const off = copies.map(({ added, removed }) => {
    const words = wordsOf(blank);
    for (const at of removed) words.splice(at % words.length, 1);
    for (const { word: more, at } of added) words.splice(at % (words.length + 1), 0, more);
    const told = progressOf(of(wordsOf(blank).join(' ')), of(words.join(' ')));
    if (added.length + removed.length > 0) expect(told.state).not.toBe('untouched');
    return Math.abs(told.share - added.length / words.length);
  });
  expect(off.filter((points) => points <= 0.05).length).toBeGreaterThanOrEqual(190);
});

test('the counts are those of multisets of words, as Python’s own Counter has them (any words)', () => {
  const texts = fc.array(word, { maxLength: 40 });
  const pairs = fc.sample(fc.tuple(texts, texts), { seed: 18, numRuns: 200 });
  const counted = askPython<[number, number][]>(
    `import sys, json
from collections import Counter
print(json.dumps([[(Counter(b) - Counter(a)).total() if hasattr(Counter, 'total') else sum((Counter(b) - Counter(a)).values()),
  sum((Counter(a) - Counter(b)).values())] for a, b in json.load(sys.stdin)]))`,
    JSON.stringify(pairs),
  );
  for (const [index, [before, after]] of pairs.entries()) {
    const { added, removed } = progressOf(of(before.join(' ')), of(after.join(' ')));
    expect([added, removed]).toEqual(counted[index]);
  }
});
