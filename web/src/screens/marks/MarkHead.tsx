import { sayNumber } from '../../parts/ui/format';
import type { Column } from './MarkTable';

/** A column that is on screen: which one it is, and where it stands. */
export interface DrawnColumn extends Column {
  index: number;
  style: { left: number; width: number };
}

export const totalColumn = 'w-23 px-2 text-right max-md:sr-only';

interface MarkHeadProps {
  drawn: readonly DrawnColumn[];
  /** How wide what stays where it is is, and all that does not. */
  fixed: number;
  width: number;
  height: number;
}

/** The assignments, each with what it is out of and what it weighs. */
export function MarkHead({ drawn, fixed, width, height }: MarkHeadProps) {
  const label = 'self-end py-2 text-small font-semibold text-ink-2';
  return (
    <div
      role="row"
      aria-rowindex={1}
      className="sticky top-0 z-3 flex border-b border-line bg-ground"
      style={{ height }}
    >
      <div className="sticky left-0 z-1 flex border-r border-line bg-ground" style={{ width: fixed }}>
        <span role="columnheader" aria-colindex={1} className={`flex-1 px-3 ${label}`}>
          Student
        </span>
        <span role="columnheader" aria-colindex={2} className={`${totalColumn} ${label}`}>
          Total
        </span>
      </div>
      <div className="relative" style={{ width }}>
        {drawn.map(({ assignment: { id, title, most, weight, visibleAt }, index, style }) => (
          <div
            key={id}
            role="columnheader"
            aria-colindex={index + 3}
            title={title}
            className="absolute top-0 flex h-full flex-col justify-end px-2 py-1.5 text-right text-small"
            style={style}
          >
            <span className="line-clamp-2 leading-tight font-semibold [overflow-wrap:anywhere]">{title}</span>
            <span className="whitespace-nowrap text-ink-2">
              of {sayNumber(most)}
              {weight === null ? '' : ` · weight ${sayNumber(weight)}`}
              {visibleAt === null ? ' · draft' : ''}
            </span>
          </div>
        ))}
      </div>
    </div>
  );
}
