import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useId, useRef, useState, type KeyboardEvent } from 'react';
import type { BookAssignment, BookStudent, Mark } from '@vestibul/core';
import { sayListName, sayNumber } from '../../parts/ui/format';
import { useKeys } from '../../parts/ui/useKeys';
import { sayCell } from './sayMark';

/** A cell, by its row and its column. */
export interface Spot {
  row: number;
  column: number;
}

export interface Column {
  assignment: BookAssignment;
  at: number;
}

interface MarkTableProps {
  /** The assignments that are columns, and which of the book's each is. */
  columns: readonly Column[];
  students: readonly BookStudent[];
  spot: Spot;
  onChoose: (spot: Spot) => void;
  onOpen: (spot: Spot) => void;
  /** Whether points can be typed there; says why where they cannot. */
  mayType: (spot: Spot) => boolean;
  /** False where such points cannot be given. */
  onGive: (spot: Spot, typed: string) => boolean;
  labelOf: (spot: Spot) => string;
  /** What is said beside a name. */
  asideOf: (student: BookStudent) => string;
}

const ROW_HEIGHT = 38;
const HEAD_HEIGHT = 70;
const COLUMN_WIDTH = 132;
const fixedColumns = 'w-[132px] md:w-[292px]';

/** Students × assignments: what is on screen is drawn, however many there are. One cell has the focus; arrows go on from there. */
export function MarkTable(props: MarkTableProps) {
  const { columns, students, spot, onChoose, onOpen, mayType, onGive, labelOf, asideOf } = props;
  const frame = useRef<HTMLDivElement>(null);
  const id = useId();
  const [typed, setTyped] = useState<string | null>(null);
  // A field that loses the focus because it is done with is not to give what it holds once more.
  const isDone = useRef(true);
  const type = (text: string) => {
    isDone.current = false;
    setTyped(text);
  };
  const stopTyping = () => {
    isDone.current = true;
    setTyped(null);
  };
  // eslint-disable-next-line react-hooks/incompatible-library -- the library's own contract; nothing of it is memoised
  const rows = useVirtualizer({
    count: students.length,
    getScrollElement: () => frame.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: 8,
    scrollPaddingStart: HEAD_HEIGHT,
  });
  const across = useVirtualizer({
    horizontal: true,
    count: columns.length,
    getScrollElement: () => frame.current,
    estimateSize: () => COLUMN_WIDTH,
    overscan: 3,
  });
  const { row, column } = spot;
  const isFirst = useRef(true);
  useEffect(() => {
    if (isFirst.current) {
      isFirst.current = false;
      return;
    }
    rows.scrollToIndex(row);
    across.scrollToIndex(column);
  }, [row, column]); // eslint-disable-line react-hooks/exhaustive-deps -- the virtualizers are others at every drawing

  const goTo = (to: Spot) =>
    onChoose({
      row: Math.min(Math.max(to.row, 0), students.length - 1),
      column: Math.min(Math.max(to.column, 0), columns.length - 1),
    });
  /** Ends typing, by giving what was typed; false where it stays to be put right. */
  const finish = () => {
    if (typed === null) return true;
    if (isDone.current) return true;
    if (!onGive(spot, typed)) return false;
    stopTyping();
    return true;
  };
  const walk = (by: number) => () => {
    frame.current?.focus();
    goTo({ row: row + by, column });
  };
  useKeys({ j: walk(1), k: walk(-1), ArrowDown: walk(1), ArrowUp: walk(-1) });
  const press = (event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const steps: Record<string, Spot> = {
      ArrowUp: { row: row - 1, column },
      ArrowDown: { row: row + 1, column },
      ArrowLeft: { row, column: column - 1 },
      ArrowRight: { row, column: column + 1 },
      Home: { row, column: 0 },
      End: { row, column: Infinity },
      PageUp: { row: row - 10, column },
      PageDown: { row: row + 10, column },
    };
    const isTyping = typed !== null;
    const step = steps[event.key];
    if (isTyping && ['ArrowLeft', 'ArrowRight', 'Home', 'End'].includes(event.key)) return;
    if (step) {
      event.preventDefault();
      if (finish()) {
        goTo(step);
        frame.current?.focus();
      }
    } else if (event.key === 'Enter') {
      event.preventDefault();
      if (!isTyping) onOpen(spot);
      else if (finish()) {
        goTo({ row: row + 1, column });
        frame.current?.focus();
      }
    } else if (event.key === 'Escape' && isTyping) {
      event.preventDefault();
      stopTyping();
      frame.current?.focus();
    } else if (!isTyping && (event.key === 'Delete' || event.key === 'Backspace')) {
      event.preventDefault();
      const points = students[row]!.marks[columns[column]!.at]?.points ?? null;
      if (points !== null && mayType(spot)) onGive(spot, '');
    } else if (!isTyping && /^[\d.,]$/.test(event.key)) {
      event.preventDefault();
      if (mayType(spot)) type(event.key);
    }
  };
  const cellId = (at: Spot) => `${id} ${at.row} ${at.column}`.replaceAll(' ', '-');
  const width = across.getTotalSize();
  return (
    <div
      ref={frame}
      role="grid"
      aria-label="Mark book"
      aria-rowcount={students.length + 1}
      aria-colcount={columns.length + 2}
      aria-activedescendant={cellId(spot)}
      tabIndex={0}
      className="min-h-40 flex-1 overflow-auto rounded-plate border border-line bg-surface"
      onKeyDown={press}
    >
      <div className="relative w-max min-w-full">
        <div
          role="row"
          aria-rowindex={1}
          className="sticky top-0 z-3 flex border-b border-line bg-ground"
          style={{ height: HEAD_HEIGHT }}
        >
          <div className={`sticky left-0 z-1 flex border-r border-line bg-ground ${fixedColumns}`}>
            <span
              role="columnheader"
              aria-colindex={1}
              className="flex-1 self-end px-3 py-2 text-small font-semibold text-ink-2"
            >
              Student
            </span>
            <span
              role="columnheader"
              aria-colindex={2}
              className="w-23 self-end px-2 py-2 text-right text-small font-semibold text-ink-2 max-md:sr-only"
            >
              Total
            </span>
          </div>
          <div className="relative" style={{ width }}>
            {across.getVirtualItems().map((one) => {
              const { id: key, title, most, weight, visibleAt } = columns[one.index]!.assignment;
              return (
                <div
                  key={key}
                  role="columnheader"
                  aria-colindex={one.index + 3}
                  title={title}
                  className="absolute top-0 flex h-full flex-col justify-end px-2 py-1.5 text-right text-small"
                  style={{ left: one.start, width: one.size }}
                >
                  <span className="line-clamp-2 leading-tight font-semibold [overflow-wrap:anywhere]">
                    {title}
                  </span>
                  <span className="whitespace-nowrap text-ink-2">
                    of {sayNumber(most)}
                    {weight === null ? '' : ` · weight ${sayNumber(weight)}`}
                    {visibleAt === null ? ' · draft' : ''}
                  </span>
                </div>
              );
            })}
          </div>
        </div>
        <div role="rowgroup" className="relative" style={{ height: rows.getTotalSize() }}>
          {rows.getVirtualItems().map((line) => {
            const student = students[line.index]!;
            return (
              <div
                key={student.id}
                role="row"
                aria-rowindex={line.index + 2}
                className="absolute inset-x-0 top-0 flex border-b border-line"
                style={{ height: ROW_HEIGHT, transform: `translateY(${line.start}px)` }}
              >
                <div
                  className={`sticky left-0 z-2 flex items-center border-r border-line bg-surface ${fixedColumns}`}
                >
                  <span
                    role="rowheader"
                    aria-colindex={1}
                    title={sayListName(student)}
                    className="min-w-0 flex-1 truncate px-3"
                  >
                    {sayListName(student)}
                    <span className="text-small text-ink-2"> {asideOf(student)}</span>
                  </span>
                  <span
                    role="gridcell"
                    aria-colindex={2}
                    className="w-23 px-2 text-right tabular-nums max-md:sr-only"
                  >
                    {student.total ? (
                      <>
                        <b className="font-semibold">
                          {student.total.percent === null ? '–' : `${sayNumber(student.total.percent)} %`}
                        </b>
                        <span className="block text-small leading-none text-ink-2">
                          {sayNumber(student.total.points)} of {sayNumber(student.total.most)}
                        </span>
                      </>
                    ) : (
                      '–'
                    )}
                  </span>
                </div>
                <div className="relative" style={{ width }}>
                  {across.getVirtualItems().map((one) => {
                    const at = { row: line.index, column: one.index };
                    const isHere = at.row === row && at.column === column;
                    return (
                      <div
                        key={one.key}
                        id={cellId(at)}
                        role="gridcell"
                        aria-colindex={one.index + 3}
                        aria-selected={isHere}
                        aria-label={labelOf(at)}
                        className={`absolute inset-y-0 flex items-center justify-end gap-1 px-2 tabular-nums ${isHere ? 'bg-brass-soft outline-3 -outline-offset-3 outline-brass-mark' : ''}`}
                        style={{ left: one.start, width: one.size }}
                        tabIndex={-1}
                        onMouseDown={(event) => {
                          if (event.target instanceof HTMLInputElement) return;
                          // The table keeps the focus: a cell may leave the screen.
                          event.preventDefault();
                          if (!finish()) return;
                          frame.current?.focus();
                          onChoose(at);
                        }}
                        onDoubleClick={() => onOpen(at)}
                      >
                        {isHere && typed !== null ? (
                          <input
                            ref={goOnTyping}
                            inputMode="decimal"
                            autoComplete="off"
                            maxLength={9}
                            aria-label={`Points, up to ${sayNumber(columns[column]!.assignment.most)}`}
                            className="w-full rounded border border-edge bg-surface px-1.5 py-0.5 text-right"
                            value={typed}
                            onChange={(event) => type(event.target.value)}
                            onBlur={() => void finish()}
                          />
                        ) : (
                          <Shown mark={student.marks[columns[one.index]!.at] ?? null} />
                        )}
                      </div>
                    );
                  })}
                </div>
              </div>
            );
          })}
        </div>
      </div>
    </div>
  );
}

/** Who began to type goes on in the field. */
const goOnTyping = (field: HTMLInputElement | null) => field?.focus();

/** A mark as it stands in its cell: what counts, what it was before being late took something off, and whether it is back. */
function Shown({ mark }: { mark: Mark | null }) {
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
