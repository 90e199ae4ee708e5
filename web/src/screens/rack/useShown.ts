import { useState } from 'react';
import type { PersonId } from '@vestibul/core';
import { fitsTally, type Place, type Tallied } from '../../parts/rack/courseWork';

interface Kept {
  of: string;
  ids: ReadonlySet<PersonId>;
}

/**
 * The places that one of the counts counts, or all of them. Whoever is shown stays until something else is: what is being looked
 * at is seen by that, and does not go away under the eyes. `of` is what they are places of.
 */
export function useShown(places: readonly Place[], shown: Tallied | null, of: string): readonly Place[] {
  const key = `${of} ${shown}`;
  const [kept, setKept] = useState<Kept>({ of: key, ids: new Set() });
  const before = kept.of === key ? kept.ids : new Set<PersonId>();
  if (shown === null) return places;
  const fit = places.filter((place) => before.has(place.student.id) || fitsTally(place, shown));
  if (kept.of !== key || fit.some(({ student }) => !before.has(student.id)))
    setKept({ of: key, ids: new Set([...before, ...fit.map(({ student }) => student.id)]) });
  return fit;
}
