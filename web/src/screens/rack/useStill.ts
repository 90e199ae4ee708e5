import { useState } from 'react';
import type { PersonId } from '@vestibul/core';

/**
 * Students in an order that is made once and stays while they are looked at, also when what it was made by changes. `of` says
 * what is looked at, and in which order; whoever comes later is last.
 */
export function useStill<Item extends { student: { id: PersonId } }>(
  items: readonly Item[],
  rank: ((item: Item) => number) | null,
  of: string,
): readonly Item[] {
  const [kept, setKept] = useState<{ of: string; ranks: ReadonlyMap<PersonId, number> }>({
    of: '',
    ranks: new Map(),
  });
  if (rank === null || items.length === 0) return items;
  const ranks =
    kept.of === of ? kept.ranks : new Map(items.map((item) => [item.student.id, rank(item)] as const));
  if (kept.of !== of) setKept({ of, ranks });
  const rankOf = ({ student }: Item) => ranks.get(student.id) ?? Infinity;
  return items.toSorted((a, b) => rankOf(a) - rankOf(b));
}
