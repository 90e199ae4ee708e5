/** What this browser keeps for the school, by key. */
export type Shelf = Pick<Storage, 'getItem' | 'setItem' | 'removeItem'>;

/** One that tells what it has, too. */
export interface ListedShelf extends Shelf {
  keys: () => string[];
}

/**
 * The browser's own storage, or the page's memory where it keeps nothing (it is denied, or full): then what is kept is gone
 * with the page, and no page fails for it.
 */
export function makeShelf(storage: () => Storage): ListedShelf {
  const memory = new Map<string, string>();
  const trying = <Answer>(act: (storage: Storage) => Answer, otherwise: Answer): Answer => {
    try {
      return act(storage());
    } catch {
      return otherwise;
    }
  };
  return {
    getItem: (key) => memory.get(key) ?? trying((kept) => kept.getItem(key), null),
    setItem(key, value) {
      const isKept = trying((kept) => (kept.setItem(key, value), true), false);
      if (isKept) memory.delete(key);
      else memory.set(key, value);
    },
    removeItem(key) {
      memory.delete(key);
      trying((kept) => kept.removeItem(key), undefined);
    },
    keys: () => [
      ...new Set([
        ...memory.keys(),
        ...trying((kept) => Array.from({ length: kept.length }, (_, i) => kept.key(i) ?? ''), []),
      ]),
    ],
  };
}

export const browserShelf = makeShelf(() => localStorage);
