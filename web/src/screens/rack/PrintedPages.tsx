import type { ReactNode } from 'react';
import { createPortal } from 'react-dom';
import { toInstant, type PeriodId } from '@vestibul/core';
import { sayCount, sayMoment } from '../../parts/ui/format';
import { usePrinting } from '../../parts/ui/usePrinting';
import type { Course } from '../../state/api';

interface PrintedPagesProps<Row> {
  course: Course;
  title: string;
  /** What stands on the pages, each of one student. */
  rows: readonly Row[];
  periodOf: (row: Row) => PeriodId;
  /** What else is said of a period. */
  says?: (period: Course['periods'][number]) => string;
  now: number;
  zone: string;
  /** Across where there are many columns. */
  isAcross?: boolean;
  children: (here: readonly Row[]) => ReactNode;
}

/** What stands on paper in place of the page, each period on a page of its own. */
export function PrintedPages<Row>(props: PrintedPagesProps<Row>) {
  return usePrinting() ? createPortal(<Pages {...props} />, document.body) : null;
}

function Pages<Row>({
  course,
  title,
  rows,
  periodOf,
  says,
  now,
  zone,
  isAcross = false,
  children,
}: PrintedPagesProps<Row>) {
  const periods = course.periods
    .map((period) => ({ period, here: rows.filter((row) => periodOf(row) === period.id) }))
    .filter(({ here }) => here.length > 0);
  return (
    <div
      className={`printed hidden bg-white text-[11pt] text-black print:block ${isAcross ? 'printed-across' : ''}`}
    >
      {periods.map(({ period, here }) => (
        <section key={period.id} aria-label={period.label}>
          <h1 className="text-[18pt]">{title}</h1>
          <p>
            {[
              course.title,
              period.label,
              says?.(period),
              sayCount(here.length, 'student'),
              `printed ${sayMoment(toInstant(now), zone)}`,
            ]
              .filter(Boolean)
              .join(' · ')}
          </p>
          {children(here)}
        </section>
      ))}
    </div>
  );
}
