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
/** Those that one goes to from everywhere, and the one that is gone to from where it tells something. */
export type RackView = (typeof views)[number][0] | 'alike';

/** Which view of the rack an address asks for. */
export function rackView(search: URLSearchParams): RackView {
  const asked = search.get('view');
  return asked === 'alike' ? asked : (views.find(([view]) => view === asked)?.[0] ?? 'slots');
}

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
      current={current === 'alike' ? null : current}
      pathTo={(view) => rackPath(course.id, period, view)}
    />
  );
}
