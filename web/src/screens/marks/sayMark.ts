import type { BookAssignment, Mark } from '@vestibul/core';
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
