import type { WorkProgress } from '../../state/api';
import { sayCount, sayNumber } from '../ui/format';

/** What was added to what was handed out, in as few words as a slot has room for. */
export function sayAdded({ state, added }: Pick<WorkProgress, 'state' | 'added'>): string {
  if (state === 'untouched') return 'untouched copy';
  return added === 0 ? 'changed, no words added' : `+ ${sayCount(added, 'word')}`;
}

/** The same in a sentence: ‘Well on: 212 words added, 63 % of its text.’ */
export function sayProgress({ state, added, removed, share }: WorkProgress): string {
  if (state === 'untouched') return 'An untouched copy of what was handed out.';
  const gone = removed > 0 ? `, ${sayNumber(removed)} taken away` : '';
  const how = { begun: 'Begun', 'well on': 'Well on', beyond: 'Written more than was handed out' }[state];
  return `${how}: ${sayCount(added, 'word')} added${gone}, ${Math.round(share * 100)} % of its text.`;
}
