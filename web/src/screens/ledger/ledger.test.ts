import { describe, expect, test } from '@jest/globals';
import type { LedgerLine } from './Ledger';
import { sayFacts } from './sayFacts';
import { spansUntil } from './spans';

/** A line with these facts; of the rest of it nothing is read. */
const line = (facts: Record<string, unknown>, more: object = {}) =>
  ({ facts, owner: null, ...more }) as unknown as LedgerLine;
const hash = 'ab12'.repeat(16);

describe('the facts of a line, in a few words', () => {
  test.each([
    [{ attempt: 1, pieces: 1, lateMs: 0 }, '1 piece · in time'],
    [{ attempt: 3, pieces: 2, lateMs: 3 * 60_000 }, 'attempt 3 · 2 pieces · late by 3 min'],
    [{ bytes: 3_140_000, sha256: hash }, '3.1 MB · SHA-256 ab12ab12ab12…'],
    [{ sealed: hash, now: hash }, 'sealed ab12ab12ab12… · now ab12ab12ab12…'],
    // A list of seals is told piece by piece elsewhere; a hash that stood before is nothing to read.
    [{ sealed: [hash], was: hash, due: 'x', n: 1 }, ''],
    [{ was: 'Period 2', list: true }, 'was Period 2 · from a list'],
    [{ list: false, group: null }, 'by hand · in no group'],
    [{ held: true, version: 2, of: 'blank' }, 'held · version 2 · a blank'],
    [{ held: false, excused: true, visibleAt: null }, 'not asked of them · a draft again'],
    [{ offRule: 'ask', for: 'file' }, 'students are asked · for files'],
    [{ changes: 1, dues: ['a', 'b'] }, '1 change · 2 due times'],
  ])('%j', (facts, words) => expect(sayFacts(line(facts))).toBe(words));

  test('whose a file is: a person, or outside', () => {
    const owner = { last: 'Abara', first: 'Chidi', called: '' };
    expect(sayFacts(line({ owner: 'p1' }, { owner }))).toBe('owner Chidi Abara');
    expect(sayFacts(line({ owner: 'outside' }))).toBe('owner outside');
  });

  test('what nobody gave words to is told as it stands, so that nothing on the record is hidden', () =>
    expect(sayFacts(line({ somethingNew: 7 }))).toBe('somethingNew 7'));
});

describe('the days that are offered by their names', () => {
  const at = (moment: string, zone: string) =>
    Object.fromEntries(spansUntil(Date.parse(moment), zone).map(({ says, from, to }) => [says, [from, to]]));

  test('from today to the same day of last week, in the time of the school', () => {
    // Monday evening in London is Tuesday in Auckland.
    const spans = at('2026-11-30T22:30:00Z', 'Pacific/Auckland');
    expect(Object.keys(spans)).toEqual([
      'today, 1 Dec',
      'yesterday, 30 Nov',
      'last Sunday, 29 Nov',
      'last Saturday, 28 Nov',
      'last Friday, 27 Nov',
      'last Thursday, 26 Nov',
      'last Wednesday, 25 Nov',
      'last Tuesday, 24 Nov',
      'this week',
      'last week',
    ]);
    expect(spans['last Tuesday, 24 Nov']).toEqual(['2026-11-24', '2026-11-24']);
  });

  test.each([
    ['on a Monday', '2026-11-30T12:00:00Z', ['2026-11-30', '2026-11-30'], ['2026-11-23', '2026-11-29']],
    ['on a Sunday', '2026-11-29T12:00:00Z', ['2026-11-23', '2026-11-29'], ['2026-11-16', '2026-11-22']],
  ])('a week is from Monday on: %s', (_name, moment, week, before) => {
    const spans = at(moment, 'Europe/Paris');
    expect([spans['this week'], spans['last week']]).toEqual([week, before]);
  });
});
