import type { CSSProperties } from 'react';
import type { BookStudent, Mark } from '@vestibul/core';
import { sayListName, sayNumber } from '../../parts/ui/format';
import { totalColumn, type DrawnColumn } from './MarkHead';
import type { Spot } from './MarkTable';
import { sayCell } from './sayMark';
import type { PointsField } from './useTyping';

interface MarkRowProps {
  student: BookStudent;
  aside: string;
  index: number;
  drawn: readonly DrawnColumn[];
  fixed: number;
  width: number;
  style: CSSProperties;
  spot: Spot;
  /** Where points are being typed; null where they are not. */
  field: PointsField | null;
  cellId: (at: Spot) => string;
  labelOf: (at: Spot) => string;
  onPress: (at: Spot) => void;
  onOpen: (at: Spot) => void;
}

/** A student with their total and what they have for each assignment. */
export function MarkRow(props: MarkRowProps) {
  const { student, aside, index, drawn, fixed, width, style, spot, field, cellId, labelOf, onPress, onOpen } =
    props;
  return (
    <div
      role="row"
      aria-rowindex={index + 2}
      className="absolute inset-x-0 top-0 flex border-b border-line"
      style={style}
    >
      <div
        className="sticky left-0 z-2 flex items-center border-r border-line bg-surface"
        style={{ width: fixed }}
      >
        <span
          role="rowheader"
          aria-colindex={1}
          title={sayListName(student)}
          className="min-w-0 flex-1 truncate px-3"
        >
          {sayListName(student)}
          <span className="text-small text-ink-2"> {aside}</span>
        </span>
        <span role="gridcell" aria-colindex={2} className={`tabular-nums ${totalColumn}`}>
          <TotalShown total={student.total} />
        </span>
      </div>
      <div className="relative" style={{ width }}>
        {drawn.map((column) => {
          const at = { row: index, column: column.index };
          const isHere = at.row === spot.row && at.column === spot.column;
          return (
            <div
              key={column.assignment.id}
              id={cellId(at)}
              role="gridcell"
              aria-colindex={column.index + 3}
              aria-selected={isHere}
              aria-label={labelOf(at)}
              tabIndex={-1}
              className={`absolute inset-y-0 flex items-center justify-end gap-1 px-2 tabular-nums ${isHere ? 'bg-brass-soft outline-3 -outline-offset-3 outline-brass-mark' : ''}`}
              style={column.style}
              onMouseDown={(event) => {
                if (event.target instanceof HTMLInputElement) return;
                event.preventDefault();
                onPress(at);
              }}
              onDoubleClick={() => onOpen(at)}
            >
              {isHere && field ? (
                <input
                  ref={goOnTyping}
                  inputMode="decimal"
                  autoComplete="off"
                  maxLength={9}
                  aria-label={`Points, up to ${sayNumber(column.assignment.most)}`}
                  className="w-full rounded border border-edge bg-surface px-1.5 py-0.5 text-right"
                  value={field.typed}
                  onChange={(event) => field.type(event.target.value)}
                  onBlur={field.leave}
                />
              ) : (
                <MarkShown mark={student.marks[column.at] ?? null} />
              )}
            </div>
          );
        })}
      </div>
    </div>
  );
}

/** Who began to type goes on in the field. */
const goOnTyping = (field: HTMLInputElement | null) => field?.focus();

function TotalShown({ total }: Pick<BookStudent, 'total'>) {
  if (!total) return '–';
  return (
    <>
      <b className="font-semibold">{total.percent === null ? '–' : `${sayNumber(total.percent)} %`}</b>
      <span className="block text-small leading-none text-ink-2">
        {sayNumber(total.points)} of {sayNumber(total.most)}
      </span>
    </>
  );
}

/** A mark as it stands in its cell: what counts, what it was before being late took something off, and whether it is back. */
function MarkShown({ mark }: { mark: Mark | null }) {
  if (!mark || mark.counted === null || mark.excused)
    return (
      <span className={`text-small ${mark?.isMissing ? 'font-semibold text-brick' : 'text-ink-2'}`}>
        {sayCell(mark)}
      </span>
    );
  return (
    <>
      {mark.counted === mark.points ? null : (
        <span className="text-small text-ink-2 line-through">{sayNumber(mark.points!)}</span>
      )}
      <b className="font-semibold">{sayCell(mark)}</b>
      <span aria-hidden="true" className="w-2 text-ink-2">
        {mark.isShown ? '' : '◦'}
      </span>
    </>
  );
}
