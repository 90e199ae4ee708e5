import { firstToReview, hasWork, isToReview, type Place } from '../../parts/rack/courseWork';

export interface DeskPlace {
  /** Whose work lies on the desk. */
  here: Place | undefined;
  /** Who is looked at and has nothing in, or has taken it back meanwhile. */
  empty: Place | undefined;
  next: Place | undefined;
  previous: Place | undefined;
  /** Whose work is to be reviewed next, once this one's is done: after it, else from the start again. */
  nextToReview: Place | undefined;
}

/**
 * Who lies on the desk, of all places in their order: whoever is asked for, also when their work is gone or somebody before
 * them turns in; where nobody is asked for, the first whose work is to be reviewed, else the first who has any.
 */
export function deskPlace(all: readonly Place[], isAsked: (place: Place) => boolean): DeskPlace {
  const place = all.find(isAsked) ?? firstToReview(all);
  const at = place ? all.indexOf(place) : -1;
  return {
    here: place && hasWork(place) ? place : undefined,
    empty: place && !hasWork(place) ? place : undefined,
    next: all.slice(at + 1).find(hasWork),
    previous: all.slice(0, Math.max(0, at)).findLast(hasWork),
    nextToReview: [...all.slice(at + 1), ...all.slice(0, Math.max(0, at))].find(isToReview),
  };
}
