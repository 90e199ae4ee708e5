import type { AnswerOf } from '@vestibul/contract';
import { sayCount, sayListName } from '../../parts/ui/format';

/** Most names in one line. */
const NAMED = 6;

type Touched = AnswerOf<'previewDues'>;

/** What other times do to the work that is in, a line for each kind; empty where they do nothing. */
export function sayTouched({ becomeLate, becomeInTime, lateOtherwise }: Touched): string[] {
  return [
    sayKind(becomeInTime, 'is no longer late', 'are no longer late'),
    sayKind(becomeLate, 'becomes late', 'become late'),
    lateOtherwise > 0
      ? `${sayCount(lateOtherwise, 'stays late, by another', 'stay late, by another')} time`
      : '',
  ].filter(Boolean);
}

function sayKind({ total, names }: Touched['becomeLate'], one: string, many: string): string {
  if (total === 0) return '';
  const shown = names.slice(0, NAMED).map(sayListName);
  const more = total - shown.length;
  return `${sayCount(total, one, many)}: ${more > 0 ? `${shown.join('; ')} and ${more} more` : shown.join('; ')}`;
}

/** Says how many assignments were due before whoever joins now came, and are not asked of them; '' for none. */
export function sayNotAsked(
  assignments: readonly { visibleAt: string | null; dues: readonly { periodId: string; due: string }[] }[],
  periods: ReadonlySet<string>,
  now: number,
): string {
  const count = assignments.filter(
    ({ visibleAt, dues }) =>
      visibleAt !== null &&
      Date.parse(visibleAt) <= now &&
      dues.some(({ periodId, due }) => periods.has(periodId) && Date.parse(due) < now),
  ).length;
  if (count === 0) return '';
  return `${sayCount(count, 'assignment was', 'assignments were')} due before today and ${count === 1 ? 'is' : 'are'} not asked of them; you can ask for each on the student’s page.`;
}
