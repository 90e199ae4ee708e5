import { List, UserCheck } from 'lucide-react';
import { useNavigate } from 'react-router';
import { useKeys } from '../../parts/ui/useKeys';
import { placePath } from '../../parts/hall/places';
import { ViewLinks } from '../../parts/ui/ViewLinks';
import type { Course } from '../../state/api';

const views = [
  ['lines', 'Lines', List],
  ['owners', 'Owners', UserCheck],
] as const;
export type LedgerView = (typeof views)[number][0];

/** Which view of the ledger an address asks for. */
export const ledgerView = (search: URLSearchParams): LedgerView =>
  search.get('view') === 'owners' ? 'owners' : 'lines';

/** Where a view of the ledger is found. */
export const ledgerPath = (
  course: Course['id'],
  period: string,
  view: LedgerView,
  more: Record<string, string> = {},
): string => placePath(course, 'Ledger', period, { ...(view === 'lines' ? {} : { view }), ...more });

/** From one view of the ledger to another. */
export function LedgerViews({
  course,
  period,
  current,
}: {
  course: Course;
  period: string;
  current: LedgerView;
}) {
  const navigate = useNavigate();
  useKeys({
    o: () => void navigate(ledgerPath(course.id, period, current === 'owners' ? 'lines' : 'owners')),
  });
  return (
    <ViewLinks
      of="the ledger"
      views={views}
      current={current}
      pathTo={(view) => ledgerPath(course.id, period, view)}
      className="ml-auto"
    />
  );
}
