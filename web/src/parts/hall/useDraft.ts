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
  /** Throws it away and starts again; the answer brings it back. */
  discard: () => () => void;
}

/**
 * What is being written at a place of the pages, kept in this browser for whoever is signed in until it is saved or thrown
 * away: with Escape, another place, Back or a closed window nothing of it is lost. Another place has a draft of its own.
 * `changes` is what it is a change of; where that is another when the draft is found again, it says so.
 */
export function useDraft<Value>(place: string, start: Value, changes: unknown = null): Draft<Value> {
  const { id } = usePerson();
  const from = JSON.stringify(changes);
  const open = () => {
    const found = drafts.read(id, place);
    return found && hasFormOf(start, found.value)
      ? { place, start, value: found.value, kept: { at: found.at, isOlder: found.from !== from } }
      : { place, start, value: start, kept: null };
  };
  const [state, setState] = useState(open);
  const now = state.place === place ? state : open();
  if (now !== state) setState(now);
  const end = () => {
    drafts.forget(id, place);
    setState({ ...now, value: now.start, kept: null });
  };
  return {
    value: now.value,
    kept: now.kept,
    set(value) {
      if (JSON.stringify(value) === JSON.stringify(now.start)) drafts.forget(id, place);
      else drafts.keep(id, place, value, from);
      setState({ ...now, value });
    },
    done: end,
    discard() {
      end();
      return () => {
        drafts.keep(id, place, now.value, from);
        setState(now);
      };
    },
  };
}
