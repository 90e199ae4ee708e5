import { wordsOf } from './wordsOf';

/** How far a copy is from its blank, in the words of the interface. */
export const progressStates = ['untouched', 'begun', 'well on', 'beyond'] as const;
export type ProgressState = (typeof progressStates)[number];

/** What a document holds, as far as it tells whether somebody worked in it. */
export interface Extracted {
  text: string;
  /** What is in it beside text (pictures, what was drawn or filled in), each by something that is the same for the same. */
  others: readonly string[];
}

export interface Progress {
  /** All words of the copy. */
  words: number;
  /** Words of the copy that the blank does not have, and of the blank that the copy does not have, each as often as that. */
  added: number;
  removed: number;
  /** Of all words of the copy those that were added, from 0 to 1. */
  share: number;
  state: ProgressState;
}

/** Words that a blank counts as having at least: of one with none, a sentence is a beginning. Common practice, no source. */
const FEWEST_OF_BLANK = 40;
/** Beginning is adding less than this part of the words of the blank. Common practice, no source. */
const WELL_ON = 1 / 4;

/** White space as one blank, as programs that open and save a document set it as they like; and no form of a letter twice. */
const folded = (text: string) => text.normalize('NFC').replace(/\s+/gu, ' ').trim();

/** How often each is there. */
function tally(items: Iterable<string>): Map<string, number> {
  const counts = new Map<string, number>();
  for (const item of items) counts.set(item, (counts.get(item) ?? 0) + 1);
  return counts;
}

/** How many of these are there beyond those. */
function beyond(these: ReadonlyMap<string, number>, those: ReadonlyMap<string, number>): number {
  let count = 0;
  for (const [item, times] of these) count += Math.max(0, times - (those.get(item) ?? 0));
  return count;
}

/**
 * How far a copy is from its blank: untouched where nothing but white space differs; begun where something does; well on from a
 * quarter as many words added as the blank has; beyond where more were added than it has. Words that only moved are not added.
 */
export function progressOf(blank: Extracted, copy: Extracted): Progress {
  const [before, after] = [wordsOf(blank.text), wordsOf(copy.text)];
  const [had, has] = [tally(before), tally(after)];
  const [added, removed] = [beyond(has, had), beyond(had, has)];
  const [otherBefore, otherAfter] = [tally(blank.others), tally(copy.others)];
  const isUntouched =
    folded(blank.text) === folded(copy.text) &&
    beyond(otherAfter, otherBefore) === 0 &&
    beyond(otherBefore, otherAfter) === 0;
  const asked = Math.max(before.length, FEWEST_OF_BLANK);
  const state = isUntouched
    ? 'untouched'
    : added > asked
      ? 'beyond'
      : added >= asked * WELL_ON
        ? 'well on'
        : 'begun';
  return { words: after.length, added, removed, share: after.length === 0 ? 0 : added / after.length, state };
}
