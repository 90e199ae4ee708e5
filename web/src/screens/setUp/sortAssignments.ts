import type { Course } from '../../state/api';

type Listed = Course['assignments'][number];

export const orders = {
  newest: 'latest due first',
  soonest: 'first due first',
  title: 'by title',
  unit: 'by unit',
} as const;
export type AssignmentOrder = keyof typeof orders;

/** Puts assignments in order; they come with the one due first at the head. What has no due time counts as the newest. */
export function sortAssignments(assignments: readonly Listed[], order: AssignmentOrder): Listed[] {
  const compare = new Intl.Collator('en', { numeric: true }).compare;
  switch (order) {
    case 'newest':
      return [...assignments].reverse();
    case 'soonest':
      return [...assignments];
    case 'title':
      return assignments.toSorted((a, b) => compare(a.title, b.title));
    case 'unit':
      return assignments.toSorted(
        (a, b) => Number(a.unit === '') - Number(b.unit === '') || compare(a.unit, b.unit),
      );
  }
}
