import { useState } from 'react';
import { browserShelf } from '../../state/browserShelf';
import { Drafts, hasFormOf } from '../../state/drafts';
import { usePerson } from './useSession';

const drafts = new Drafts(browserShelf, Date.now);

export interface Draft<Value> {
  value: Value;
  /** Where it was kept from an earlier time at this place: when, and whether what it changes is another since. */
  kept: { at: number; isOlder: boolean } | null;
  set: (value: Value) => void;
  /** It is saved: nothing is kept any more. */
  done: () => void;
  /** Throws it away and starts again; the answer brings it back, and says what it is. */
  discard: () => () => Value;
  /** Brings back what was thrown away last; null once something else is written, or at another place. */
  bringBack: (() => Value) | null;
}

interface Kept<Value> extends Pick<Draft<Value>, 'value' | 'kept'> {
  place: string;
  start: Value;
  /** What was here before it was thrown away. */
  discarded: Kept<Value> | null;
}

/**
 * What is being written at a place of the pages, kept in this browser for whoever is signed in until it is saved or thrown
 * away: with Escape, another place, Back or a closed window nothing of it is lost. Another place has a draft of its own.
 * `changes` is what it is a change of; where that is another when the draft is found again, it says so.
 */
export function useDraft<Value>(place: string, start: Value, changes: unknown = null): Draft<Value> {
  const { id } = usePerson();
  const from = JSON.stringify(changes);
  const open = (): Kept<Value> => {
    const found = drafts.read(id, place);
    const none = { place, start, value: start, kept: null, discarded: null };
    return found && hasFormOf(start, found.value)
      ? { ...none, value: found.value, kept: { at: found.at, isOlder: found.from !== from } }
      : none;
  };
  const [state, setState] = useState(open);
  const now = state.place === place ? state : open();
  if (now !== state) setState(now);
  // Of a form that is shown anew several of these come before the page is drawn again: each goes on from the one before.
  const change = (next: (was: Kept<Value>) => Kept<Value>) =>
    setState((was) => next(was.place === place ? was : now));
  const end = (discarded: Kept<Value> | null) => {
    drafts.forget(id, place);
    change((was) => ({ ...was, value: was.start, kept: null, discarded }));
  };
  const bringBack = (discarded: Kept<Value>) => () => {
    drafts.keep(id, place, discarded.value, from);
    change(() => discarded);
    return discarded.value;
  };
  return {
    value: now.value,
    kept: now.kept,
    set(value) {
      const isStart = JSON.stringify(value) === JSON.stringify(now.start);
      if (isStart) drafts.forget(id, place);
      else drafts.keep(id, place, value, from);
      change((was) => ({ ...was, value, discarded: isStart ? was.discarded : null }));
    },
    done: () => end(null),
    discard() {
      end(now);
      return bringBack(now);
    },
    bringBack: now.discarded && bringBack(now.discarded),
  };
}
