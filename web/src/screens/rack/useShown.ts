import { useState } from 'react';
import type { PersonId } from '@vestibul/core';

interface OfStudent {
  student: { id: PersonId };
}

interface Kept {
  of: string;
  ids: ReadonlySet<PersonId>;
}

/**
 * Those that fit, or all of them where nothing is asked for. Whoever is shown stays until something else is asked for: what is
 * being looked at is seen by that, and does not go away under the eyes. `of` says what is asked for, and of what.
 */
export function useShown<Item extends OfStudent>(
  items: readonly Item[],
  fits: ((item: Item) => boolean) | null,
  of: string,
): readonly Item[] {
  const [kept, setKept] = useState<Kept>({ of, ids: new Set() });
  const before = kept.of === of ? kept.ids : new Set<PersonId>();
  if (fits === null) return items;
  const fit = items.filter((item) => before.has(item.student.id) || fits(item));
  if (kept.of !== of || fit.some(({ student }) => !before.has(student.id)))
    setKept({ of, ids: new Set([...before, ...fit.map(({ student }) => student.id)]) });
  return fit;
}
