import type { Instant } from '@vestibul/core';

interface StretchesProps {
  /** From when until when the bar goes. */
  from: Instant;
  to: Instant;
  /** What stood on it; one that goes on ends with the bar. */
  stretches: readonly { from: Instant; until: Instant | null }[];
  /** The colour of what stands now. */
  fill: string;
}

/** A line through time: what was before is hollow, what stands is filled. Said in words beside it. */
export function Stretches({ from, to, stretches, fill }: StretchesProps) {
  const [start, end] = [Date.parse(from), Math.max(Date.parse(to), Date.parse(from) + 1)];
  const at = (instant: Instant) => ((Math.min(Date.parse(instant), end) - start) / (end - start)) * 100;
  return (
    <span aria-hidden="true" className="relative mt-1.5 block h-2.5 overflow-hidden rounded-sm bg-hole">
      {stretches.map((one, n) => {
        const left = at(one.from);
        const isLast = n === stretches.length - 1;
        return (
          <span
            key={one.from}
            className={`absolute inset-y-0 border-l border-surface ${isLast ? fill : 'bg-line'}`}
            style={{ left: `${left}%`, width: `${Math.max(1.5, (one.until ? at(one.until) : 100) - left)}%` }}
          />
        );
      })}
    </span>
  );
}
