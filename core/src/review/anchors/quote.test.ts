import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { LONGEST_QUOTE, SURROUNDINGS } from './anchor';
import { findQuote, quoteAt } from './quote';

const LOG =
  'Monday we read 42 cm at the ford, before the rain. The water was clear and the gauge easy to read. ' +
  'On Wednesday it stood at 51 cm. It rained, so the river is higher everywhere. Thursday it had fallen to 47 cm.';
const quoteOf = (text: string, exact: string) => {
  const from = text.indexOf(exact);
  return quoteAt(text, { from, to: from + exact.length })!;
};
const wordsAt = (text: string, place: ReturnType<typeof findQuote>) =>
  place && text.slice(place.from, place.to);

describe('a quote', () => {
  test('holds its words and what stands around them, counted in code points', () => {
    const text = '🌊🌊 Der Fluß war höher als am Montag.';
    expect(quoteOf(text, 'Fluß war')).toEqual({
      kind: 'quote',
      exact: 'Fluß war',
      prefix: '🌊🌊 Der ',
      suffix: ' höher als am Montag.',
      start: 7,
      end: 15,
      page: null,
    });
  });

  test('is what was chosen without the spaces at its ends; nothing, and more than a page, is none', () => {
    const from = LOG.indexOf(' 42 cm ');
    expect(quoteAt(LOG, { from, to: from + 7 })).toMatchObject({ exact: '42 cm', start: 15, end: 20 });
    expect(quoteAt(LOG, { from: 6, to: 7 })).toBeNull();
    const long = 'x'.repeat(LONGEST_QUOTE + 1);
    expect(quoteAt(long, { from: 0, to: long.length })).toBeNull();
  });
});

describe('in a later attempt', () => {
  test.each([
    ['text before it is added', `A new beginning, three words long. ${LOG}`],
    ['text after it is added', `${LOG} It is still falling.`],
    ['the sentence before it is written anew', LOG.replace('It rained,', 'There was rain again,')],
    ['the sentence after it is gone', LOG.replace(' Thursday it had fallen to 47 cm.', '')],
  ])('it is found where %s', (_, text) => {
    expect(wordsAt(text, findQuote(text, quoteOf(LOG, 'so the river is higher everywhere')))).toBe(
      'so the river is higher everywhere',
    );
  });

  test.each([
    ['its words are changed', LOG.replace('51 cm', '53 cm'), '51 cm'],
    [
      'its sentence is gone and the words stand elsewhere',
      LOG.replace('On Wednesday it stood at 51 cm. ', ''),
      'cm',
    ],
    ['nothing is left', '', '51 cm'],
    ['everything is another text with the same word', 'The river was high.', 'The'],
  ])('it is gone where %s', (_, text, exact) => {
    const from = LOG.indexOf(exact, exact === 'cm' ? LOG.indexOf('51') : 0);
    expect(findQuote(text, quoteAt(LOG, { from, to: from + exact.length })!)).toBeNull();
  });

  test('of the same words on every line it is the one whose line it was', () => {
    const log = ['Mon', 'Tue', 'Wed', 'Thu']
      .map((day) => `${day}: the river stood at 42 cm, no rain.`)
      .join('\n');
    const from = log.indexOf('42 cm', log.indexOf('Wed'));
    const quote = quoteAt(log, { from, to: from + 5 })!;
    const later = `A heading\n${log}`;
    expect(findQuote(later, quote)).toEqual({ from: from + 10, to: from + 15 });
  });

  test('a text of one letter over and over is looked through in bounds', () => {
    const text = 'a'.repeat(1_000_000);
    expect(wordsAt(text, findQuote(text, quoteAt(text, { from: 10, to: 12 })!))).toBe('aa');
  });
});

const word = fc.stringMatching(/^[a-zäöéđ🌊]{2,9}$/u);
/** A text in which every word has its number, so that no stretch stands in it twice. */
const texts = fc
  .array(word, { minLength: 30, maxLength: 120 })
  .map((words) => words.map((one, i) => `${one}${i}`));

describe('over random texts and edits', () => {
  const stretch = fc.tuple(
    texts,
    fc.double({ min: 0, max: 0.9, noNaN: true }),
    fc.integer({ min: 1, max: 6 }),
  );

  test('a quote that still stands is found, whatever is written before and after its surroundings', () => {
    fc.assert(
      fc.property(stretch, fc.array(word), fc.array(word), ([words, at, length], before, after) => {
        const first = Math.floor(at * (words.length - length));
        const text = words.join(' ');
        const exact = words.slice(first, first + length).join(' ');
        const quote = quoteOf(text, exact);
        const kept = `${quote.prefix}${exact}${quote.suffix}`;
        const later = [...before, kept, ...after].join(' ');
        const from = later.indexOf(kept) + quote.prefix.length;
        expect(findQuote(later, quote)).toEqual({ from, to: from + exact.length });
        expect(findQuote(text, quote)).toEqual({
          from: text.indexOf(exact),
          to: text.indexOf(exact) + exact.length,
        });
      }),
    );
  });

  test('one that is gone is never put elsewhere, though its words are written into another place', () => {
    fc.assert(
      fc.property(stretch, fc.double({ min: 0, max: 1, noNaN: true }), ([words, at, length], elsewhere) => {
        const first = Math.floor(at * (words.length - length));
        const exact = words.slice(first, first + length).join(' ');
        const quote = quoteOf(words.join(' '), exact);
        // Long words tell by themselves that it is the same; short ones are only the same words.
        fc.pre(exact.length < SURROUNDINGS - 2);
        const rest = [...words.slice(0, first), ...words.slice(first + length)];
        const to = Math.floor(elsewhere * rest.length);
        fc.pre(Math.abs(to - first) > 12);
        const later = [...rest.slice(0, to), exact, ...rest.slice(to)].join(' ');
        expect(findQuote(later, quote)).toBeNull();
        expect(findQuote(rest.join(' '), quote)).toBeNull();
      }),
    );
  });
});
