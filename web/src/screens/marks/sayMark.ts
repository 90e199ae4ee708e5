import { countedOf, spreadOf, type BookAssignment, type BookStudent, type Mark } from '@vestibul/core';
import { sayMoment, sayNumber } from '../../parts/ui/format';
import { sayCounted, sayOutOf } from '../../parts/review/sayScore';

/** What stands in a cell, in a word or a number. */
export function sayCell(mark: Mark | null): string {
  if (!mark) return '';
  if (mark.excused) return 'excused';
  if (mark.counted !== null) return sayNumber(mark.counted);
  if (mark.submissionId !== null) return 'to score';
  return mark.isMissing ? 'missing' : '–';
}

/** Everything that is known of a cell, in sentences. */
export function sayMark(
  assignment: BookAssignment,
  mark: Mark | null,
  reviewer: string | undefined,
  zone: string,
): string {
  if (!mark) return 'Not theirs.';
  if (mark.excused) return 'Excused: it does not count.';
  if (mark.points === null) {
    if (mark.submissionId === null) return mark.isMissing ? 'Missing.' : 'Nothing in yet.';
    return `Not scored yet, of ${sayNumber(assignment.most)}.`;
  }
  return [
    sayOutOf({ points: mark.points, most: mark.most }),
    sayCounted(mark, mark.lateMs),
    reviewer && mark.at ? `given by ${reviewer}, ${sayMoment(mark.at, zone)}` : '',
    mark.isShown ? '' : 'not handed back yet',
  ]
    .filter(Boolean)
    .join(' · ');
}

/** From how many scores on half of them say something. */
const FEWEST_OF_HALF = 4;

/** How what counts of an assignment is spread among some students, in one line. */
export function saySpread(students: readonly BookStudent[], at: number): string {
  const spread = spreadOf(countedOf(students, at));
  if (!spread) return 'None is scored yet.';
  const { count, least, lower, middle, upper, most, mean } = spread;
  const rounded = (points: number) => sayNumber(Math.round(points * 10) / 10);
  return [
    `${sayNumber(count)} scored`,
    `from ${sayNumber(least)} to ${sayNumber(most)}`,
    `middle ${rounded(middle)}`,
    ...(count < FEWEST_OF_HALF ? [] : [`half of them ${rounded(lower)} to ${rounded(upper)}`]),
    `mean ${rounded(mean)}`,
  ].join(' · ');
}
