import { arrivedOf, type PileCounts, type PileState } from '@vestibul/core';
import type { AnswerOf } from '@vestibul/contract';
import { sayCount, sayNumber } from '../../parts/ui/format';

type Reason = AnswerOf<'readPile'>['pieces'][number]['reason'];

/** Why something is where it is, in a sentence without its end. */
export const reasonWords: Record<Reason, string> = {
  '': '',
  outside: 'its path points out of the archive',
  link: 'it is a link, not a file',
  encrypted: 'it is locked with a password',
  corrupt: 'it is damaged',
  bomb: 'it unpacks to far more than it should',
  empty: 'it is empty (0 bytes)',
  litter: 'a system file',
  'too-large': 'it is larger than a file may be',
  'not-a-zip': 'not a readable ZIP file',
  'half-sent': 'only a part of it came; bring it again',
  'not-given': 'not given to their period',
  'left-course': 'they have left the course',
  'same-bytes': 'the same file came before',
  'name-off-rule': 'its name needs approval',
  'year-over': 'the year is over',
  unreadable: 'it could not be read inside',
  taught: 'placed by what you decided',
};

/** What is said of each state in the sum of a pile; `reading` and `told` are on their way. */
const stateWords: Record<PileState, (count: number) => string> = {
  placed: (count) => `${sayNumber(count)} placed`,
  'to sort': (count) => `${sayNumber(count)} to sort`,
  later: (count) => `${sayNumber(count)} for later`,
  repeat: (count) => sayCount(count, 'exact repeat'),
  'not ours': (count) => `${sayNumber(count)} not ours`,
  refused: (count) => `${sayNumber(count)} refused`,
  reading: (count) => `${sayNumber(count)} being read`,
  told: (count) => `${sayNumber(count)} about to be placed`,
};

export const stateNames: Record<PileState, string> = {
  placed: 'Placed',
  'to sort': 'To sort',
  later: 'For later',
  repeat: 'Exact repeats',
  'not ours': 'Not ours',
  refused: 'Refused',
  reading: 'Being read',
  told: 'About to be placed',
};

/** The order in which a pile's sum is said. */
export const saidStates = [
  'placed',
  'to sort',
  'later',
  'repeat',
  'not ours',
  'refused',
  'told',
  'reading',
] as const satisfies readonly PileState[];

/** `312 arrived = 286 placed + 21 to sort + 3 exact repeats + 2 refused`. */
export function sayAccount(counts: PileCounts): string {
  const parts = saidStates
    .filter((state) => counts[state] > 0)
    .map((state) => stateWords[state](counts[state]));
  const arrived = `${sayNumber(arrivedOf(counts))} arrived`;
  return parts.length === 0 ? arrived : `${arrived} = ${parts.join(' + ')}`;
}

/** A probability, never as certainty. */
export function sayShare(confidence: number): string {
  return confidence > 0.995
    ? 'over 99 %'
    : confidence < 0.01
      ? 'under 1 %'
      : `${Math.round(confidence * 100)} %`;
}
