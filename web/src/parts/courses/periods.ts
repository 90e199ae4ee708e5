import type { Course } from '../../state/api';
import { sayList } from '../ui/format';

/** Which periods are looked at, as it stands in an address: `all`, the number of one, or of several, as `3,5`. */
export type LookedAt = string;

type WithPeriods = Pick<Course, 'periods'>;

const numbersIn = (lookedAt: LookedAt): readonly number[] => lookedAt.split(',').map(Number);

/** Those of the numbers that the course has, in its order; `all` where they are all it has, the first where they are none. */
function lookAt({ periods }: WithPeriods, wanted: readonly number[]): LookedAt {
  const numbers = periods.map(({ number }) => number).filter((number) => wanted.includes(number));
  if (numbers.length > 1 && numbers.length === periods.length) return 'all';
  return numbers.length > 0 ? numbers.join(',') : String(periods[0]?.number ?? 'all');
}

/** What an address asks to look at. */
export function choosePeriods(course: WithPeriods, wanted: string | null): LookedAt {
  return wanted === 'all' ? wanted : lookAt(course, numbersIn(wanted ?? ''));
}

/** Whether a period of this number is looked at. */
export const isLookedAt = (lookedAt: LookedAt, number: number | undefined): boolean =>
  lookedAt === 'all' || (number !== undefined && numbersIn(lookedAt).includes(number));

/** Whether more than one period is looked at, so that it is to be said whose is from which. */
export const isSeveral = (lookedAt: LookedAt): boolean => lookedAt === 'all' || lookedAt.includes(',');

/** The one period that is looked at; undefined where there are several. */
export const onePeriod = (
  { periods }: WithPeriods,
  lookedAt: LookedAt,
): Course['periods'][number] | undefined => periods.find(({ number }) => String(number) === lookedAt);

/** The periods that are looked at. */
export const periodsIn = ({ periods }: WithPeriods, lookedAt: LookedAt): Course['periods'] =>
  periods.filter(({ number }) => isLookedAt(lookedAt, number));

/** Looking at one period more, or one less; the last of them stays. */
export function withOneMore(course: WithPeriods, lookedAt: LookedAt, number: number): LookedAt {
  const numbers = periodsIn(course, lookedAt).map((period) => period.number);
  const others = numbers.filter((known) => known !== number);
  if (others.length === 0) return lookedAt;
  return lookAt(course, others.length < numbers.length ? others : [...numbers, number]);
}

/** `All periods`, or `Period 3 and Period 5`. */
export const sayPeriods = (course: WithPeriods, lookedAt: LookedAt): string =>
  lookedAt === 'all' ? 'All periods' : sayList(periodsIn(course, lookedAt).map(({ label }) => label));
