import type { Slot } from '../../state/api';
import { sayList } from '../ui/format';

export type Coming = 'turned in' | 'took back';

/** What became of a slot: work came, or went; null where it is neither. */
export function comingOf(before: Slot | undefined, now: Slot | null): Coming | null {
  if (now && now.attempts > (before?.attempts ?? 0)) return 'turned in';
  return (now?.attempt ?? 0) === 0 && (before?.attempt ?? 0) > 0 ? 'took back' : null;
}

/** As many names as are heard in one breath. */
const MOST_NAMES = 3;

/** ‘Mai Đặng turned in ‘Stream gauge log’.’, and of many as many as are followed by ear. */
export function sayComing(coming: Coming, names: readonly string[], title: string): string {
  const told =
    names.length <= MOST_NAMES
      ? names
      : [...names.slice(0, MOST_NAMES - 1), `${names.length - MOST_NAMES + 1} others`];
  return `${sayList(told)} ${coming} ‘${title}’.`;
}
