import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useId, useRef, type KeyboardEvent, type ReactNode } from 'react';

/** A cell, by its row and its column. */
export interface Spot {
  row: number;
  column: number;
}

/** What stands one below the other: a row of cells, or a heading for those that follow. */
export type TableLine = { key: string; row: number } | { key: string; heading: ReactNode };

export interface CellTableProps {
  label: string;
  lines: readonly TableLine[];
  rows: number;
  columns: number;
  /** In CSS pixels: how high the head, a row and a heading are, how wide a cell is, and what stays beside the cells. */
  sizes: { head: number; row: number; heading?: number; column: number; side: number };
  spot: Spot;
  /** How many columns the side of a row has. */
  sideColumns?: number;
  head: (column: number) => ReactNode;
  sideHead: ReactNode;
  side: (row: number) => ReactNode;
  cell: (at: Spot, isHere: boolean) => ReactNode;
  labelOf: (at: Spot) => string;
  cellClass: (at: Spot, isHere: boolean) => string;
  onPress: (at: Spot) => void;
  onClick?: (at: Spot) => void;
  onDoubleClick?: (at: Spot) => void;
  onKeyDown: (event: KeyboardEvent) => void;
  /** The table itself, which has the focus. */
  frame: React.RefObject<HTMLDivElement | null>;
}

/** A spot inside a table of so many rows and columns, as near to the wished one as there is. */
export const nearestSpot = (
  { row, column }: Spot,
  { rows, columns }: Pick<CellTableProps, 'rows' | 'columns'>,
): Spot => ({
  row: Math.max(0, Math.min(row, rows - 1)),
  column: Math.max(0, Math.min(column, columns - 1)),
});

/** Where a key leads from a cell; undefined of a key that leads nowhere. */
export const stepOf = (key: string, { row, column }: Spot): Spot | undefined =>
  ({
    ArrowUp: { row: row - 1, column },
    ArrowDown: { row: row + 1, column },
    ArrowLeft: { row, column: column - 1 },
    ArrowRight: { row, column: column + 1 },
    PageUp: { row: row - 10, column },
    PageDown: { row: row + 10, column },
    Home: { row, column: 0 },
    End: { row, column: Infinity },
  })[key];

/**
 * Rows × columns of which only what is on screen is drawn, however many there are. The table has the focus and says which cell
 * is meant, since a cell may leave the screen.
 */
export function CellTable(props: CellTableProps) {
  const { label, lines, rows: rowCount, columns, sizes, spot, sideColumns = 1, frame } = props;
  const { head, sideHead, side, cell, labelOf, cellClass, onPress, onClick, onDoubleClick } = props;
  const { row, column } = spot;
  const id = useId();
  // eslint-disable-next-line react-hooks/incompatible-library -- the library's own contract; nothing of it is memoised
  const rows = useVirtualizer({
    count: lines.length,
    getScrollElement: () => frame.current,
    estimateSize: (index) => ('row' in lines[index]! ? sizes.row : (sizes.heading ?? sizes.row)),
    getItemKey: (index) => lines[index]!.key,
    overscan: 8,
    paddingStart: sizes.head,
    scrollPaddingStart: sizes.head,
  });
  const across = useVirtualizer({
    horizontal: true,
    count: columns,
    getScrollElement: () => frame.current,
    estimateSize: () => sizes.column,
    overscan: 3,
    paddingStart: sizes.side,
    scrollPaddingStart: sizes.side,
  });
  const isFirst = useRef(true);
  useEffect(() => {
    if (isFirst.current) {
      isFirst.current = false;
      return;
    }
    rows.scrollToIndex(lines.findIndex((line) => 'row' in line && line.row === row));
    across.scrollToIndex(column);
  }, [row, column]); // eslint-disable-line react-hooks/exhaustive-deps -- the virtualizers are others at every drawing
  // The sizes a virtualizer has measured hold until it is told that they are others.
  useEffect(() => {
    rows.measure();
    across.measure();
  }, [sizes.head, sizes.row, sizes.column, sizes.side]); // eslint-disable-line react-hooks/exhaustive-deps -- as above

  const cellId = (at: Spot) => `${id}-${at.row}-${at.column}`;
  const drawn = across.getVirtualItems();
  const width = across.getTotalSize() - sizes.side;
  return (
    <div
      ref={frame}
      role="grid"
      aria-label={label}
      aria-rowcount={rowCount + 1}
      aria-colcount={columns + sideColumns}
      aria-activedescendant={cellId(spot)}
      tabIndex={0}
      className="min-h-40 flex-1 overflow-auto rounded-plate border border-line bg-surface"
      onKeyDown={props.onKeyDown}
      onClick={(event) => {
        const { row, column } =
          (event.target as Element).closest<HTMLElement>('[data-column]')?.dataset ?? {};
        if (row && column) onClick?.({ row: Number(row), column: Number(column) });
      }}
    >
      <div className="relative w-max min-w-full">
        <div
          role="row"
          aria-rowindex={1}
          className="sticky top-0 z-3 flex border-b border-line bg-ground"
          style={{ height: sizes.head }}
        >
          <div
            className="sticky left-0 z-1 flex border-r border-line bg-ground"
            style={{ width: sizes.side }}
          >
            {sideHead}
          </div>
          <div className="relative" style={{ width }}>
            {drawn.map(({ index, start, size }) => (
              <div
                key={index}
                role="columnheader"
                aria-colindex={index + 1 + sideColumns}
                className="absolute top-0 h-full"
                style={{ left: start - sizes.side, width: size }}
              >
                {head(index)}
              </div>
            ))}
          </div>
        </div>
        <div role="rowgroup" className="relative" style={{ height: rows.getTotalSize() - sizes.head }}>
          {rows.getVirtualItems().map((item) => {
            const line = lines[item.index]!;
            const style = { height: item.size, transform: `translateY(${item.start - sizes.head}px)` };
            if ('heading' in line)
              return (
                <div
                  key={line.key}
                  role="row"
                  className="absolute inset-x-0 top-0 border-b border-line bg-ground"
                  style={style}
                >
                  <div
                    role="rowheader"
                    className="sticky left-0 flex h-full w-max max-w-[80vw] items-center gap-2 px-3"
                  >
                    {line.heading}
                  </div>
                </div>
              );
            return (
              <div
                key={line.key}
                role="row"
                aria-rowindex={line.row + 2}
                className="absolute inset-x-0 top-0 flex border-b border-line"
                style={style}
              >
                <div
                  className="sticky left-0 z-2 flex items-center border-r border-line bg-surface"
                  style={{ width: sizes.side }}
                >
                  {side(line.row)}
                </div>
                <div className="relative" style={{ width }}>
                  {drawn.map(({ index, start, size }) => {
                    const at = { row: line.row, column: index };
                    const isHere = at.row === row && at.column === column;
                    return (
                      <div
                        key={index}
                        id={cellId(at)}
                        role="gridcell"
                        aria-colindex={index + 1 + sideColumns}
                        aria-selected={isHere}
                        aria-label={labelOf(at)}
                        tabIndex={-1}
                        data-row={line.row}
                        data-column={index}
                        className={`absolute inset-y-0 ${cellClass(at, isHere)}`}
                        style={{ left: start - sizes.side, width: size }}
                        onMouseDown={(event) => {
                          if (event.target instanceof HTMLInputElement) return;
                          event.preventDefault();
                          onPress(at);
                        }}
                        onDoubleClick={onDoubleClick && (() => onDoubleClick(at))}
                      >
                        {cell(at, isHere)}
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
