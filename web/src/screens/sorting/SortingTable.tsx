import { useState, type ReactNode } from 'react';
import { useCoursePage } from '../../parts/courses/useCoursePage';
import { usePageTitle } from '../../parts/ui/usePageTitle';
import { Read } from '../../parts/messages/States';
import { api, type Course } from '../../state/api';
import { DeliveryTable } from './DeliveryTable';
import { PileTable } from './PileTable';

/** Where pieces lie that could not be placed for sure: of piles, and what came by side doors with a name given by hand. */
export function SortingTable() {
  const { course, period } = useCoursePage();
  usePageTitle('Sorting table');
  return <Read of={course}>{(data) => <TableOf key={data.id} course={data} period={period} />}</Read>;
}

type Side = 'piles' | 'side doors';

function TableOf({ course, period }: { course: Course; period: string }) {
  const [chosen, setChosen] = useState<Side | null>(null);
  const params = { courseId: course.id };
  const table = api.useReadTableQuery({ params, query: {} });
  const deliveries = api.useListDeliveriesQuery({ params, query: { after: '' } });
  return (
    <Read of={table} what="Reading the table">
      {({ toSort }) => (
        <Read of={deliveries} what="Reading the table">
          {(waiting) => {
            const atDoors = waiting.deliveries.length;
            // What waits decides what is shown first; with nothing anywhere, it is the place to bring a pile to.
            const side = chosen ?? (toSort === 0 && atDoors > 0 ? 'side doors' : 'piles');
            const tabs =
              atDoors > 0 || chosen !== null ? (
                <Tabs side={side} onChoose={setChosen} toSort={toSort} atDoors={atDoors} />
              ) : null;
            return side === 'piles' ? (
              <PileTable course={course} period={period} tabs={tabs} />
            ) : (
              <DeliveryTable course={course} period={period} tabs={tabs} />
            );
          }}
        </Read>
      )}
    </Read>
  );
}

interface TabsProps {
  side: Side;
  onChoose: (side: Side) => void;
  toSort: number;
  atDoors: number;
}

function Tabs({ side, onChoose, toSort, atDoors }: TabsProps): ReactNode {
  const counts: Record<Side, number> = { piles: toSort, 'side doors': atDoors };
  return (
    <div role="group" aria-label="What is here" className="flex gap-1.5">
      {(['piles', 'side doors'] as const).map((known) => (
        <button
          key={known}
          type="button"
          aria-pressed={known === side}
          onClick={() => onChoose(known)}
          className="rounded-md border border-edge bg-surface px-2.5 py-1 text-small text-ink aria-pressed:border-brass-mark aria-pressed:bg-brass-soft aria-pressed:font-bold"
        >
          From {known}: {counts[known]}
        </button>
      ))}
    </div>
  );
}
