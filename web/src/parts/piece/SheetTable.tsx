import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useId, useMemo, useRef, useState, type KeyboardEvent } from 'react';
import { columnLetters, type Cells } from '@vestibul/core';
import type { Sheet } from './office/Sheet';
import { CellPlaces, type Cell, type CellMap } from './places/CellPlaces';
import { usePlaces } from './places/usePlaces';
import { columnWidths } from './columnWidths';

const ROW_HEIGHT = 27;

const steps: Record<string, { rows: number; columns: number }> = {
  ArrowDown: { rows: 1, columns: 0 },
  ArrowUp: { rows: -1, columns: 0 },
  ArrowRight: { rows: 0, columns: 1 },
  ArrowLeft: { rows: 0, columns: -1 },
  PageDown: { rows: 20, columns: 0 },
  PageUp: { rows: -20, columns: 0 },
};

interface SheetTableProps {
  sheet: Sheet;
  name: string;
  /** How often somebody asked to be led to the comment that is looked at. */
  asked: number;
}

/**
 * A sheet: what is on screen is drawn, however much there is. The table has the focus and says which cell is meant; whatever that
 * cell holds is said in full below.
 */
export function SheetTable({ sheet, name, asked }: SheetTableProps) {
  const { rows: cells } = sheet;
  const places = usePlaces();
  const frame = useRef<HTMLDivElement>(null);
  const id = useId();
  const [spot, setSpot] = useState<Cell>({ row: 1, column: 1 });
  const widths = useMemo(() => columnWidths(cells), [cells]);
  const head = Math.max(44, 14 + 9 * String(cells.length).length);
  // eslint-disable-next-line react-hooks/incompatible-library -- the library's own contract; nothing of it is memoised
  const down = useVirtualizer({
    count: cells.length,
    getScrollElement: () => frame.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: 12,
    paddingStart: ROW_HEIGHT,
    scrollPaddingStart: ROW_HEIGHT,
  });
  const across = useVirtualizer({
    horizontal: true,
    count: widths.length,
    getScrollElement: () => frame.current,
    estimateSize: (i) => widths[i]!,
    overscan: 3,
    paddingStart: head,
    scrollPaddingStart: head,
  });
  const lefts = useMemo(() => {
    let at = head;
    return [...widths, 0].map((width) => (at += width) - width);
  }, [widths, head]);
  const show = ({ row, column }: Cell) => {
    down.scrollToIndex(row - 1);
    across.scrollToIndex(column - 1);
  };
  const map: CellMap = {
    sheet: sheet.name,
    rows: cells.length,
    columns: widths.length,
    show,
    boxOf({ row, column, toRow, toColumn }: Cells) {
      const left = lefts[Math.min(column, widths.length) - 1] ?? head;
      const right = lefts[Math.min(toColumn, widths.length)] ?? left;
      return { left, top: row * ROW_HEIGHT, width: right - left, height: (toRow - row + 1) * ROW_HEIGHT };
    },
  };
  const led = places?.marks.find((mark) => mark.id === places.current)?.anchor;
  useEffect(() => {
    if (led?.kind === 'cells' && led.sheet === sheet.name) show(led);
  }, [led, asked, sheet.name]); // eslint-disable-line react-hooks/exhaustive-deps -- the virtualizers are others at every drawing

  const go = (to: Cell) => {
    const within: Cell = {
      row: Math.min(Math.max(to.row, 1), cells.length),
      column: Math.min(Math.max(to.column, 1), widths.length),
    };
    setSpot(within);
    show(within);
  };
  const press = (event: KeyboardEvent) => {
    const step = steps[event.key];
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    if (step) go({ row: spot.row + step.rows, column: spot.column + step.columns });
    else if (event.key === 'Home') go({ ...spot, column: 1 });
    else if (event.key === 'End') go({ ...spot, column: cells[spot.row - 1]?.length ?? 1 });
    else return;
    event.preventDefault();
  };
  const labelOf = (column: number) => (sheet.name === null ? String(column) : columnLetters(column));
  const cellId = ({ row, column }: Cell) => `${id}-${row}-${column}`;
  const columns = across.getVirtualItems();
  const lines = down.getVirtualItems();
  // What was scrolled away is not there to be pointed at.
  const isDrawn =
    lines.some(({ index }) => index === spot.row - 1) &&
    columns.some(({ index }) => index === spot.column - 1);
  const width = across.getTotalSize();
  const text = cells[spot.row - 1]?.[spot.column - 1] ?? '';
  const isSpot = ({ row, column }: Cell) => row === spot.row && column === spot.column;
  return (
    <>
      <div
        ref={frame}
        className="m-4 mb-2 min-h-0 flex-1 overflow-auto rounded has-[[role=grid]:focus-visible]:outline-3 has-[[role=grid]:focus-visible]:outline-brass-mark"
      >
        <CellPlaces map={map}>
          <div
            role="grid"
            tabIndex={0}
            aria-label={name}
            aria-rowcount={cells.length + 1}
            aria-colcount={widths.length + 1}
            aria-activedescendant={isDrawn ? cellId(spot) : undefined}
            className="group sheet relative font-mono text-[13.5px] outline-none"
            style={{ width, height: down.getTotalSize() }}
            onKeyDown={press}
          >
            <div role="row" aria-rowindex={1} className="sticky top-0 z-2" style={{ height: ROW_HEIGHT }}>
              <span
                role="columnheader"
                aria-colindex={1}
                className="sticky left-0 z-1 block h-full border border-paper-edge bg-paper-flat"
                style={{ width: head }}
              >
                <span className="sr-only">Row</span>
              </span>
              {columns.map(({ index, start, size }) => (
                <span
                  key={index}
                  role="columnheader"
                  aria-colindex={index + 2}
                  className="absolute top-0 h-full border border-l-0 border-paper-edge bg-paper-flat px-2 py-0.5 text-center text-paper-ink-2"
                  style={{ left: start, width: size }}
                >
                  {labelOf(index + 1)}
                </span>
              ))}
            </div>
            {lines.map(({ index: at, start: top }) => (
              <div
                key={at}
                role="row"
                aria-rowindex={at + 2}
                className={`absolute left-0 ${sheet.name === null && at === 0 ? 'font-bold' : ''}`}
                style={{ top, height: ROW_HEIGHT, width }}
              >
                <span
                  role="rowheader"
                  aria-colindex={1}
                  className="sticky left-0 z-1 block h-full border border-t-0 border-paper-edge bg-paper-flat px-2 py-0.5 text-right text-paper-ink-2"
                  style={{ width: head }}
                >
                  {at + 1}
                </span>
                {columns.map(({ index, start, size }) => {
                  const cell = { row: at + 1, column: index + 1 };
                  return (
                    <span
                      key={index}
                      id={cellId(cell)}
                      role="gridcell"
                      aria-colindex={index + 2}
                      data-row={cell.row}
                      data-column={cell.column}
                      data-spot={isSpot(cell) || undefined}
                      className="absolute top-0 h-full truncate border border-t-0 border-l-0 border-paper-edge px-2 py-0.5 group-focus-visible:data-spot:bg-brass-soft"
                      style={{ left: start, width: size }}
                      onPointerDown={() => setSpot(cell)}
                    >
                      {cells[at]?.[index] ?? ''}
                    </span>
                  );
                })}
              </div>
            ))}
          </div>
        </CellPlaces>
      </div>
      <p className="mx-4 mb-3 max-h-24 min-h-6 overflow-auto font-mono text-[13.5px] whitespace-pre-wrap">
        <span className="text-ink-2">
          {sheet.name === null
            ? `row ${spot.row}, column ${spot.column}`
            : `${labelOf(spot.column)}${spot.row}`}
        </span>{' '}
        {text}
      </p>
    </>
  );
}
