import { ChartColumn, Grid3x3, LayoutGrid, Rows3 } from 'lucide-react';
import { placePath } from '../../parts/hall/places';
import { ViewLinks } from '../../parts/ui/ViewLinks';
import type { Course } from '../../state/api';

const views = [
  ['slots', 'One assignment', LayoutGrid],
  ['newest', 'Newest work', Rows3],
  ['term', 'Whole term', Grid3x3],
  ['happened', 'What happened', ChartColumn],
] as const;
export type RackView = (typeof views)[number][0];

/** Which view of the rack an address asks for. */
export const rackView = (search: URLSearchParams): RackView =>
  views.find(([view]) => view === search.get('view'))?.[0] ?? 'slots';

/** Where a view of the rack is found. */
export const rackPath = (
  course: Course['id'],
  period: string,
  view: RackView,
  more: Record<string, string> = {},
): string => placePath(course, 'Rack', period, { ...(view === 'slots' ? {} : { view }), ...more });

interface RackViewsProps {
  course: Course;
  period: string;
  current: RackView;
}

/** From one view of the rack to another. */
export function RackViews({ course, period, current }: RackViewsProps) {
  return (
    <ViewLinks
      of="the rack"
      views={views}
      current={current}
      pathTo={(view) => rackPath(course.id, period, view)}
    />
  );
}
