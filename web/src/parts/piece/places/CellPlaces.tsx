import { useState, type PointerEvent, type ReactNode } from 'react';
import type { Cells } from '@vestibul/core';
import { MarkBoxes, type Box, type DrawnMark } from './MarkBoxes';
import { useChoosingKeys } from './useChoosingKeys';
import { usePlaces } from './usePlaces';

/** Counted from 1. */
export interface Cell {
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

/** Where the cells of a table are, though not all of them are drawn. */
export interface CellMap {
  /** The sheet that they are of; null of a table that has none. */
  sheet: string | null;
  rows: number;
  columns: number;
  boxOf: (cells: Cells) => Box;
  /** Brings a cell into view. */
  show: (cell: Cell) => void;
}

/** A table in which cells are marked, and chosen: with the pointer, or with keys. Its cells say their `data-row` and `data-column`. */
export function CellPlaces({ map, children }: { map: CellMap; children: ReactNode }) {
  const places = usePlaces();
  const choice = places?.choice ?? null;
  const [from, setFrom] = useState<Cell | null>(null);
  const [to, setTo] = useState<Cell | null>(null);
  const isAsked = Boolean(choice?.choosing);
  const [wasAsked, setWasAsked] = useState(false);
  if (wasAsked !== isAsked) {
    setWasAsked(isAsked);
    setFrom(isAsked ? first : null);
    setTo(isAsked ? first : null);
  }
  const between = (a: Cell, b: Cell): Cells => ({ kind: 'cells', sheet: map.sheet, ...spanning(a, b) });
  const now = from && to ? between(from, to) : null;
  const drawn: DrawnMark[] = [
    ...(places?.marks ?? []),
    ...[places?.chosen, now].flatMap((anchor) => (anchor ? [{ id: null, number: null, anchor }] : [])),
  ].flatMap(({ id, number, anchor }) => {
    if (anchor.kind !== 'cells' || anchor.sheet !== map.sheet) return [];
    const box = map.boxOf(anchor);
    return [{ id, number, boxes: [box], badge: { left: box.left, top: box.top } }];
  });

  const take = (a: Cell, b: Cell) => choice?.take(between(a, b));
  useChoosingKeys(
    moves,
    (move) => {
      if (!from || !to) return;
      if (move === 'take') return take(from, to);
      const next = { row: to.row + move.rows, column: to.column + move.columns };
      if (next.row < 1 || next.row > map.rows || next.column < 1 || next.column > map.columns) return;
      map.show(next);
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
    <div className={`relative w-fit ${choice ? 'cursor-cell' : ''}`} {...(choice ? pointers : {})}>
      {children}
      <MarkBoxes drawn={drawn} unit="px" look="frame" />
    </div>
  );
}

const spanning = (a: Cell, b: Cell) => ({
  row: Math.min(a.row, b.row),
  column: Math.min(a.column, b.column),
  toRow: Math.max(a.row, b.row),
  toColumn: Math.max(a.column, b.column),
});

function cellAt({ target }: { target: EventTarget }): Cell | null {
  const cell = target instanceof HTMLElement ? target.closest<HTMLElement>('[data-row]') : null;
  return cell ? { row: Number(cell.dataset.row), column: Number(cell.dataset.column) } : null;
}
