import {
  useCallback,
  useEffect,
  useLayoutEffect,
  useRef,
  useState,
  type PointerEvent,
  type ReactNode,
} from 'react';
import type { Cells } from '@vestibul/core';
import { MarkBoxes, type Box, type DrawnMark } from './MarkBoxes';
import { useChoosingKeys } from './useChoosingKeys';
import { usePlaces } from './usePlaces';

interface Cell {
  row: number;
  column: number;
}

const first: Cell = { row: 1, column: 1 };

interface CellMove {
  rows: number;
  columns: number;
  isLonger: boolean;
}

const step = (rows: number, columns: number, isLonger = false): CellMove => ({ rows, columns, isLonger });
const moves: Record<string, CellMove | 'take'> = {
  ArrowDown: step(1, 0),
  ArrowUp: step(-1, 0),
  ArrowRight: step(0, 1),
  ArrowLeft: step(0, -1),
  'Shift+ArrowDown': step(1, 0, true),
  'Shift+ArrowUp': step(-1, 0, true),
  'Shift+ArrowRight': step(0, 1, true),
  'Shift+ArrowLeft': step(0, -1, true),
  Enter: 'take',
};

/** A table in which cells are marked, and chosen: with the pointer, or with keys. Its cells say their `data-row` and `data-column`. */
export function CellPlaces({ children }: { children: ReactNode }) {
  const places = usePlaces();
  const choice = places?.choice ?? null;
  const frame = useRef<HTMLDivElement>(null);
  const [from, setFrom] = useState<Cell | null>(null);
  const [to, setTo] = useState<Cell | null>(null);
  const [drawn, setDrawn] = useState<DrawnMark[]>([]);
  const isAsked = Boolean(choice?.choosing);
  const [wasAsked, setWasAsked] = useState(false);
  if (wasAsked !== isAsked) {
    setWasAsked(isAsked);
    setFrom(isAsked ? first : null);
    setTo(isAsked ? first : null);
  }
  const marks = places?.marks;
  const chosen = places?.chosen ?? null;

  const draw = useCallback(() => {
    const table = frame.current;
    if (!table) return;
    const now = from && to ? cellsBetween(from, to) : null;
    const own = [
      ...(marks ?? []),
      ...[chosen, now].flatMap((anchor) => (anchor ? [{ id: null, number: null, anchor }] : [])),
    ];
    setDrawn(
      own.flatMap(({ id, number, anchor }) => {
        const box = anchor.kind === 'cells' ? boxOf(table, anchor) : null;
        return box ? [{ id, number, boxes: [box], badge: { left: box.left, top: box.top } }] : [];
      }),
    );
  }, [marks, chosen, from, to]);
  useLayoutEffect(draw, [draw]);
  useEffect(() => {
    const sizes = new ResizeObserver(draw);
    sizes.observe(frame.current!);
    return () => sizes.disconnect();
  }, [draw]);

  const take = (a: Cell, b: Cell) => choice?.take(cellsBetween(a, b));
  useChoosingKeys(
    moves,
    (move) => {
      if (!from || !to) return;
      if (move === 'take') return take(from, to);
      const next = { row: to.row + move.rows, column: to.column + move.columns };
      const cell = cellIn(frame.current!, next);
      if (!cell) return;
      cell.scrollIntoView({ block: 'nearest', inline: 'nearest' });
      setTo(next);
      if (!move.isLonger) setFrom(next);
    },
    isAsked,
  );
  const pointers = {
    onPointerDown(event: PointerEvent) {
      const cell = cellAt(event);
      // A finger scrolls, unless a place is asked for.
      if (!cell || event.button !== 0 || (event.pointerType === 'touch' && !isAsked)) return;
      event.preventDefault();
      setFrom(cell);
      setTo(cell);
    },
    onPointerMove(event: PointerEvent) {
      const cell = event.buttons === 1 && from ? cellAt(event) : null;
      if (cell) setTo(cell);
    },
    onPointerUp() {
      if (from && to) take(from, to);
      if (!isAsked) setFrom(null);
    },
  };
  return (
    <div
      ref={frame}
      className={`relative w-fit ${choice ? 'cursor-cell' : ''}`}
      {...(choice ? pointers : {})}
    >
      {children}
      <MarkBoxes drawn={drawn} unit="px" look="frame" />
    </div>
  );
}

const cellsBetween = (a: Cell, b: Cell): Cells => ({
  kind: 'cells',
  row: Math.min(a.row, b.row),
  column: Math.min(a.column, b.column),
  toRow: Math.max(a.row, b.row),
  toColumn: Math.max(a.column, b.column),
});

function cellAt({ target }: { target: EventTarget }): Cell | null {
  const cell = target instanceof HTMLElement ? target.closest<HTMLElement>('[data-row]') : null;
  return cell ? { row: Number(cell.dataset.row), column: Number(cell.dataset.column) } : null;
}

const cellIn = (frame: Element, { row, column }: Cell) =>
  frame.querySelector(`[data-row="${row}"][data-column="${column}"]`);

/** Around cells, as far as they are shown. */
function boxOf(frame: Element, { row, column, toRow, toColumn }: Cells): Box | null {
  const corners = [cellIn(frame, { row, column }), cellIn(frame, { row: toRow, column: toColumn })];
  const [first, last] = corners.map((cell) => cell?.getBoundingClientRect());
  if (!first) return null;
  const end = last ?? first;
  const corner = frame.getBoundingClientRect();
  return {
    left: first.left - corner.left,
    top: first.top - corner.top,
    width: end.right - first.left,
    height: end.bottom - first.top,
  };
}
