import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useId, useRef } from 'react';
import type { BookAssignment, BookStudent } from '@vestibul/core';
import { useMedia } from '../../parts/ui/useMedia';
import { useKeys } from '../../parts/ui/useKeys';
import { MarkHead } from './MarkHead';
import { MarkRow } from './MarkRow';
import { useTyping } from './useTyping';

/** A cell, by its row and its column. */
export interface Spot {
  row: number;
  column: number;
}

/** An assignment that is a column, and which of the book's it is. */
export interface Column {
  assignment: BookAssignment;
  at: number;
}

export interface MarkTableProps {
  columns: readonly Column[];
  students: readonly BookStudent[];
  spot: Spot;
  onChoose: (spot: Spot) => void;
  onOpen: (spot: Spot) => void;
  /** Whether points can be typed there, of which this is the first sign; says why where they cannot. */
  mayType: (spot: Spot, sign: string) => boolean;
  /** False where such points cannot be given. */
  onGive: (spot: Spot, typed: string) => boolean;
  labelOf: (spot: Spot) => string;
  /** What is said beside a name. */
  asideOf: (student: BookStudent) => string;
}

const ROW_HEIGHT = 38;
const HEAD_HEIGHT = 70;
const COLUMN_WIDTH = 132;
/** How wide the name is, and with the total where there is room for it; they stay where they are. */
const NAME_WIDTH = 132;
const NAME_AND_TOTAL_WIDTH = 292;

/**
 * Students × assignments: what is on screen is drawn, however many there are. The table has the focus and says which cell is
 * meant, since a cell may leave the screen; arrows go on from there.
 */
export function MarkTable(props: MarkTableProps) {
  const { columns, students, spot, onChoose, labelOf, asideOf, onOpen } = props;
  const { row, column } = spot;
  const frame = useRef<HTMLDivElement>(null);
  const id = useId();
  const fixed = useMedia('(min-width: 48rem)') ? NAME_AND_TOTAL_WIDTH : NAME_WIDTH;
  // eslint-disable-next-line react-hooks/incompatible-library -- the library's own contract; nothing of it is memoised
  const rows = useVirtualizer({
    count: students.length,
    getScrollElement: () => frame.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: 8,
    paddingStart: HEAD_HEIGHT,
    scrollPaddingStart: HEAD_HEIGHT,
  });
  const across = useVirtualizer({
    horizontal: true,
    count: columns.length,
    getScrollElement: () => frame.current,
    estimateSize: () => COLUMN_WIDTH,
    overscan: 3,
    paddingStart: fixed,
    scrollPaddingStart: fixed,
  });
  const isFirst = useRef(true);
  useEffect(() => {
    if (isFirst.current) {
      isFirst.current = false;
      return;
    }
    rows.scrollToIndex(row);
    across.scrollToIndex(column);
  }, [row, column]); // eslint-disable-line react-hooks/exhaustive-deps -- the virtualizers are others at every drawing

  const goTo = (to: Spot) => {
    frame.current?.focus();
    onChoose({
      row: Math.min(Math.max(to.row, 0), students.length - 1),
      column: Math.min(Math.max(to.column, 0), columns.length - 1),
    });
  };
  const typing = useTyping(props, { goTo, focus: () => frame.current?.focus() });
  const walk = (by: number) => () => goTo({ row: row + by, column });
  useKeys({ j: walk(1), k: walk(-1), ArrowDown: walk(1), ArrowUp: walk(-1) });
  const cellId = (at: Spot) => `${id}-${at.row}-${at.column}`;
  const drawn = across.getVirtualItems().map(({ index, start, size }) => ({
    ...columns[index]!,
    index,
    style: { left: start - fixed, width: size },
  }));
  const width = across.getTotalSize() - fixed;
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
      onKeyDown={typing.press}
    >
      <div className="relative w-max min-w-full">
        <MarkHead drawn={drawn} fixed={fixed} width={width} height={HEAD_HEIGHT} />
        <div role="rowgroup" className="relative" style={{ height: rows.getTotalSize() - HEAD_HEIGHT }}>
          {rows.getVirtualItems().map((line) => (
            <MarkRow
              key={students[line.index]!.id}
              student={students[line.index]!}
              aside={asideOf(students[line.index]!)}
              index={line.index}
              drawn={drawn}
              fixed={fixed}
              width={width}
              style={{ height: ROW_HEIGHT, transform: `translateY(${line.start - HEAD_HEIGHT}px)` }}
              spot={spot}
              field={typing.field}
              cellId={cellId}
              labelOf={labelOf}
              onPress={(at) => typing.finish() && goTo(at)}
              onOpen={onOpen}
            />
          ))}
        </div>
      </div>
    </div>
  );
}
