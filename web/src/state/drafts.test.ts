import { describe, expect, test } from '@jest/globals';
import type { PersonId } from '@vestibul/core';
import { makeShelf } from './browserShelf';
import { Drafts, hasFormOf } from './drafts';

const [ada, ben] = ['p_ada', 'p_ben'] as PersonId[];

/** A browser's storage that may be denied, or full. */
class Stored implements Storage {
  readonly kept = new Map<string, string>();
  [name: string]: unknown;
  constructor(private readonly room = Infinity) {}
  get length() {
    return this.kept.size;
  }
  key = (i: number) => [...this.kept.keys()][i] ?? null;
  getItem = (key: string) => this.kept.get(key) ?? null;
  setItem = (key: string, value: string) => {
    if (value.length > this.room) throw new DOMException('full', 'QuotaExceededError');
    this.kept.set(key, value);
  };
  removeItem = (key: string) => void this.kept.delete(key);
  clear = () => this.kept.clear();
}

function world(storage: () => Storage) {
  const clock = { at: 1000 };
  return { clock, drafts: new Drafts(makeShelf(storage), () => clock.at) };
}

describe('drafts', () => {
  test('are kept for each person and place, also by another page of the browser, until they are forgotten', () => {
    const stored = new Stored();
    const { drafts } = world(() => stored);
    drafts.keep(ada!, 'comment s1', 'half a sen', '""');
    const { drafts: again } = world(() => stored);
    expect(again.read(ada!, 'comment s1')).toEqual({ value: 'half a sen', at: 1000, from: '""' });
    expect(again.read(ada!, 'comment s2')).toBeNull();
    expect(again.read(ben!, 'comment s1')).toBeNull();
    again.forget(ada!, 'comment s1');
    expect(drafts.read(ada!, 'comment s1')).toBeNull();
  });

  test('go after a month, and the oldest where there are too many; nothing else in the storage does', () => {
    const stored = new Stored();
    stored.setItem('vestibul.theme', 'dark');
    const { clock, drafts } = world(() => stored);
    for (let i = 0; i < 70; i += 1) {
      clock.at += 1;
      drafts.keep(ada!, `comment ${i}`, 'x', '""');
    }
    expect(drafts.read(ada!, 'comment 9')).toBeNull();
    expect(drafts.read(ada!, 'comment 10')).not.toBeNull();
    expect(stored.length).toBe(61);
    expect(stored.getItem('vestibul.theme')).toBe('dark');
    clock.at += 31 * 86_400_000;
    expect(drafts.read(ada!, 'comment 69')).toBeNull();
  });

  test.each([
    [
      'denied',
      () => {
        throw new DOMException('denied', 'SecurityError');
      },
    ],
    ['full', () => new Stored(3)],
  ] as [string, () => Storage][])(
    'where the storage is %s they are kept as long as the page is',
    (_name, storage) => {
      const { drafts } = world(storage);
      drafts.keep(ada!, 'list c1', 'Last;First', '""');
      expect(drafts.read(ada!, 'list c1')?.value).toBe('Last;First');
      drafts.forget(ada!, 'list c1');
      expect(drafts.read(ada!, 'list c1')).toBeNull();
    },
  );

  test.each(['', '{', 'null', '{"at":1}', '[]', '{"value":1,"at":"x","from":""}'])(
    'what is no draft (%j) is none',
    (text) => {
      const stored = new Stored();
      stored.setItem('vestibul.draft.p_ada.here', text);
      expect(world(() => stored).drafts.read(ada!, 'here')).toBeNull();
    },
  );
});

test.each([
  ['', 'text', true],
  ['', 5, false],
  [{ title: '', dues: {} }, { title: 'a', dues: { h1: 'x' } }, true],
  [{ title: '', dues: {} }, { title: 'a' }, false],
  [{ title: '' }, { title: 'a', more: 1 }, false],
  [[], ['a'], true],
  [[], {}, false],
  [{}, null, false],
])('%j is started with, %j kept: of one form %j', (start, kept, is) => {
  expect(hasFormOf(start, kept)).toBe(is);
});
