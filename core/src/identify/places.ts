/** A set of places of words in a name, one bit each; names are read up to their first `MOST_WORDS` words. */
export type Places = number;

export const MOST_WORDS = 30;

export function has(places: Places, place: number): boolean {
  return place >= 0 && (places & (1 << place)) !== 0;
}

/** These places as a set. */
export function placesOf(places: readonly number[]): Places {
  return places.reduce((all, place) => all | (1 << place), 0);
}

/** The places for which something is true. */
export function placesWhere<One>(all: readonly One[], test: (one: One, place: number) => boolean): Places {
  let places = 0;
  all.forEach((one, i) => {
    if (test(one, i)) places |= 1 << i;
  });
  return places;
}
