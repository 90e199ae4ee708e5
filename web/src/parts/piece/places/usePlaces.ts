import { createContext, useContext } from 'react';
import type { Anchor, Stamp } from '@vestibul/core';

/** A place of the piece that is shown, of which something is said. */
export interface Mark {
  /** Of the comment. */
  id: string;
  /** Beside the place and beside the comment. */
  number: number;
  anchor: Anchor;
  /** The drawing that stands there. */
  stamp: Stamp | null;
  /** Said of an earlier attempt: it is looked for in this one. */
  isCarried: boolean;
}

export interface ChoosingPlace {
  /** The place is chosen with keys: words where there are some, or the other way, an area. */
  choosing: { isOther: boolean } | null;
  stop: () => void;
  /** This is the place of the comment that is written next. */
  take: (anchor: Anchor) => void;
  /** This would be it, if its writer wanted: what is selected now. */
  offer: (anchor: Anchor | null) => void;
}

export interface Places {
  marks: readonly Mark[];
  /** The comment that is looked at. */
  current: string | null;
  /** How often somebody asked to be led to it: to be led to the same again is asked again. */
  asked: number;
  /** The place of the comment that is being written. */
  chosen: Anchor | null;
  open: (id: string) => void;
  /** Null for who only reads. */
  choice: ChoosingPlace | null;
  /** Carried marks whose words are gone from this piece. */
  tellGone: (ids: readonly string[]) => void;
}

export const PlacesContext = createContext<Places | null>(null);

/** The places of the piece that is shown; null where pieces are only looked at. */
export const usePlaces = (): Places | null => useContext(PlacesContext);
