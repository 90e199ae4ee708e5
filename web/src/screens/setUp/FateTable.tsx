import { CircleAlert, CircleCheck, CirclePlus, CircleX } from 'lucide-react';
import type { Fate, JudgedRow } from '@vestibul/core';
import { sayCount } from '../../parts/format';
import { rowReasons } from '../../parts/sentences';
import type { Course } from '../../state/api';

const fates: Record<Fate, { icon: typeof CircleCheck; paint: string }> = {
  new: { icon: CirclePlus, paint: 'text-act' },
  doubtful: { icon: CircleAlert, paint: 'text-brass-mark' },
  wrong: { icon: CircleX, paint: 'text-brick' },
  'already there': { icon: CircleCheck, paint: 'text-ink-2' },
};

/** What needs a look comes first; within a fate the order is the list's. */
const order: readonly Fate[] = ['wrong', 'doubtful', 'new', 'already there'];

interface FateTableProps {
  course: Course;
  rows: readonly JudgedRow[];
  taken: ReadonlySet<number>;
  onTaken: (lines: ReadonlySet<number>) => void;
}

/** The fate of every row of a list, and why, before anything is written. */
export function FateTable({ course, rows, taken, onTaken }: FateTableProps) {
  const numberOf = new Map(course.periods.map((period) => [period.id, period.number]));
  const sorted = [...rows].sort((a, b) => order.indexOf(a.fate) - order.indexOf(b.fate) || a.line - b.line);
  const toggle = (line: number) => {
    const next = new Set(taken);
    if (!next.delete(line)) next.add(line);
    onTaken(next);
  };
  return (
    <div className="grid gap-2">
      <p role="status" className="flex flex-wrap gap-x-5 gap-y-1">
        {order.map((fate) => {
          const { icon: Icon, paint } = fates[fate];
          const count = rows.filter((row) => row.fate === fate).length;
          return (
            <span key={fate} className="inline-flex items-center gap-1.5">
              <Icon aria-hidden="true" className={`size-4.5 ${paint}`} />
              <b>{count}</b> {fate}
            </span>
          );
        })}
      </p>
      <div
        tabIndex={0}
        role="region"
        aria-label="Rows of the list"
        className="max-h-[48dvh] overflow-auto rounded-plate border border-line bg-surface"
      >
        <table className="w-full border-collapse text-left">
          <caption className="sr-only">{sayCount(rows.length, 'row')}</caption>
          <thead className="sticky top-0 bg-surface text-small text-ink-2">
            <tr>
              {['Take', 'Row', 'Fate', 'Last name', 'First name', 'E-mail', 'Period', 'Why'].map(
                (heading) => (
                  <th key={heading} scope="col" className="border-b border-line px-3 py-1.5 font-semibold">
                    {heading}
                  </th>
                ),
              )}
            </tr>
          </thead>
          <tbody>
            {sorted.map((row) => {
              const { icon: Icon, paint } = fates[row.fate];
              const can = row.fate === 'new' || row.fate === 'doubtful';
              return (
                <tr key={row.line} className="border-b border-line last:border-b-0">
                  <td className="px-3 py-1">
                    {can ? (
                      <input
                        type="checkbox"
                        className="size-5 align-middle"
                        aria-label={`Take ${row.person.last} ${row.person.first}`}
                        checked={taken.has(row.line)}
                        onChange={() => toggle(row.line)}
                      />
                    ) : null}
                  </td>
                  <td className="px-3 py-1 text-ink-2">{row.line}</td>
                  <td className="px-3 py-1 whitespace-nowrap">
                    <Icon aria-hidden="true" className={`mr-1.5 inline size-4.5 ${paint}`} />
                    {row.fate}
                  </td>
                  <td className="px-3 py-1 font-semibold whitespace-nowrap">{row.person.last}</td>
                  <td className="px-3 py-1">
                    {row.person.first}
                    {row.person.called ? ` (${row.person.called})` : ''}
                  </td>
                  <td className="px-3 py-1 text-small whitespace-nowrap">{row.person.email}</td>
                  <td className="px-3 py-1">{row.period ? numberOf.get(row.period) : ''}</td>
                  <td className="px-3 py-1 text-small">
                    {row.reasons.map((reason) => rowReasons[reason]).join('; ')}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
    </div>
  );
}
