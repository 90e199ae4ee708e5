import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import type { AnswerOf, BodyFor } from '@vestibul/contract';
import type { Instant } from '@vestibul/core';
import type { Shelf } from './browserShelf';
import { TextKeeper, startOf } from './TextKeeper';

const keptAt = '2026-11-25T08:00:00.000Z' as Instant;
const school = (text: string, version: number, writer = 'another'): AnswerOf<'readText'> => ({
  title: 'Log',
  text,
  version,
  writer,
  keptAt,
});
const local = (text: string, version: number) => ({ title: 'Log', text, version, writer: 'this one' });

describe('startOf', () => {
  test.each([
    ['what the school has, where the browser has nothing', school('a', 3), null, 'a', false],
    ['the browser’s newer words', school('a', 3), local('a b', 3), 'a b', true],
    ['the school’s, where the browser’s are in them', school('a b c', 4), local('a b', 3), 'a b c', false],
    ['both, where each has its own', school('theirs', 4), local('mine', 3), 'theirs\n\n---\n\nmine', true],
    ['the same words, sent by nobody', school('a', 4), local('a', 3), 'a', false],
    [
      'the browser’s, of which the school has the first',
      school('a', 4, 'this one'),
      local('a b', 3),
      'a b',
      true,
    ],
    ['mine, where the school has none', school('', 4), local('mine', 3), 'mine', true],
  ])('%s', (_name, kept, mine, text, isUnsent) => {
    expect(startOf(kept, mine)).toEqual({ title: 'Log', text, isUnsent });
  });
});

describe('TextKeeper', () => {
  /** A school that can be out of reach, and a browser's shelf. */
  function world(shelfHas: Record<string, string> = {}) {
    const at = { text: 'a', version: 1, writer: '', nth: 0, reachable: true, answers: true, requests: 0 };
    const shelf: Shelf = {
      getItem: (key) => shelfHas[key] ?? null,
      setItem: (key, value) => void (shelfHas[key] = value),
      removeItem: (key) => void delete shelfHas[key],
    };
    const lost = { failure: { code: 'no-connection' as const, details: {} } };
    const send = async ({ text, version, writer, nth }: BodyFor<'writeText'>) => {
      at.requests += 1;
      if (!at.reachable) return lost;
      if (version !== at.version && writer !== at.writer)
        return { failure: { code: 'written-elsewhere' as const, details: {} } };
      Object.assign(at, { text, writer, nth, version: at.version + 1 });
      return at.answers ? { data: { version: at.version, keptAt } } : lost;
    };
    const open = () => new TextKeeper('t', school(at.text, at.version, at.writer), send, shelf);
    return { at, shelfHas, open };
  }

  beforeEach(() => void jest.useFakeTimers());
  afterEach(() => void jest.useRealTimers());

  test('sends what was written once, a moment after the last word, and forgets its own copy then', async () => {
    const { at, shelfHas, open } = world();
    const keeper = open();
    for (const text of ['a b', 'a b c']) keeper.write({ title: 'Log', text });
    expect(shelfHas.t).toContain('a b c');
    await jest.advanceTimersByTimeAsync(2000);
    expect(at).toMatchObject({ text: 'a b c', requests: 1 });
    expect(keeper.state().status).toBe('kept');
    expect(shelfHas.t).toBeUndefined();
  });

  test('a lid that is closed at once loses nothing: the words are there when it is opened', async () => {
    const { at, shelfHas, open } = world();
    open().write({ title: 'Log', text: 'a, written just now' });
    const { at: after, open: openAgain } = world(shelfHas);
    const keeper = openAgain();
    expect(keeper.start.text).toBe('a, written just now');
    expect(keeper.state().status).toBe('writing');
    await keeper.flush();
    expect([at.text, after.text]).toEqual(['a', 'a, written just now']);
  });

  test('a lid that is closed before the answer came doubles nothing, and a lost answer is no other window', async () => {
    const { at, open } = world();
    const keeper = open();
    at.answers = false;
    keeper.write({ title: 'Log', text: 'a b' });
    await keeper.flush();
    expect(at.text).toBe('a b');
    keeper.write({ title: 'Log', text: 'a b c' });
    expect(open().start.text).toBe('a b c');
    at.answers = true;
    await keeper.flush();
    expect(at).toMatchObject({ text: 'a b c', nth: 2 });
    expect(keeper.state()).toMatchObject({ status: 'kept', elsewhere: false });
  });

  test('goes on by itself when the school can be reached again', async () => {
    const { at, open } = world();
    at.reachable = false;
    const keeper = open();
    keeper.write({ title: 'Log', text: 'a b' });
    await jest.advanceTimersByTimeAsync(2000);
    expect(keeper.state().status).toBe('waiting');
    at.reachable = true;
    await jest.advanceTimersByTimeAsync(5000);
    expect([at.text, keeper.state().status]).toEqual(['a b', 'kept']);
  });

  test('writes over nothing that another window kept, and puts its words behind when asked', async () => {
    const { at, open } = world();
    const keeper = open();
    Object.assign(at, { text: 'theirs', version: 2, writer: 'another' });
    keeper.write({ title: 'Log', text: 'mine' });
    await jest.advanceTimersByTimeAsync(2000);
    expect([keeper.state().elsewhere, at.text]).toEqual([true, 'theirs']);
    expect(keeper.takeUp(school(at.text, at.version), { title: 'Log', text: 'mine' })).toBe(
      'theirs\n\n---\n\nmine',
    );
    await jest.advanceTimersByTimeAsync(2000);
    expect(at.text).toBe('theirs\n\n---\n\nmine');
  });
});
