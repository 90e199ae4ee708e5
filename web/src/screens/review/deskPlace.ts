import type { Place } from '../../parts/rack/courseWork';

export interface DeskPlace {
  /** Whose work lies on the desk. */
  here: Place | undefined;
  /** Who is looked at and has nothing in, or has taken it back meanwhile. */
  empty: Place | undefined;
  next: Place | undefined;
  previous: Place | undefined;
}

const hasWork = ({ slot }: Place): boolean => Boolean(slot?.id);

/**
 * Who lies on the desk, of all places in their order: whoever is asked for, also when their work is gone or somebody before
 * them turns in, and the first who has work where nobody is asked for.
 */
export function deskPlace(all: readonly Place[], asked: string | null): DeskPlace {
  const found = all.findIndex(({ student }) => student.id === asked);
  const at = found >= 0 ? found : all.findIndex(hasWork);
  const place = all[at];
  return {
    here: place && hasWork(place) ? place : undefined,
    empty: place && !hasWork(place) ? place : undefined,
    next: all.slice(at + 1).find(hasWork),
    previous: all.slice(0, Math.max(0, at)).findLast(hasWork),
  };
}
