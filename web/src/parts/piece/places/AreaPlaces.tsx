import { useState, type PointerEvent, type ReactNode } from 'react';
import type { Area } from '@vestibul/core';
import { MarkBoxes, type DrawnMark } from './MarkBoxes';
import { useChoosingKeys } from './useChoosingKeys';
import { usePlaces } from './usePlaces';

/** Smallest side of an area that somebody means, in percent; less is a click. */
const SMALLEST = 1;
/** How far a key moves the frame, in percent. */
const STEP = 2;
/** Where a frame begins that is moved with keys. */
const middle: Frame = { x: 35, y: 35, w: 30, h: 30 };

type Frame = Pick<Area, 'x' | 'y' | 'w' | 'h'>;

/** How a key changes a frame, or that it takes it. */
const moves: Record<string, Partial<Frame> | 'take'> = {
  ArrowLeft: { x: -STEP },
  ArrowRight: { x: STEP },
  ArrowUp: { y: -STEP },
  ArrowDown: { y: STEP },
  'Shift+ArrowLeft': { w: -STEP },
  'Shift+ArrowRight': { w: STEP },
  'Shift+ArrowUp': { h: -STEP },
  'Shift+ArrowDown': { h: STEP },
  Enter: 'take',
};

interface AreaPlacesProps {
  page?: number;
  /** Whether an area is chosen with keys here, when a place is. */
  takesKeys?: boolean;
  className?: string;
  children: ReactNode;
}

/** A picture or a page in which areas are marked, and chosen: drawn with the pointer, or moved with keys. */
export function AreaPlaces({ page, takesKeys = true, className = '', children }: AreaPlacesProps) {
  const places = usePlaces();
  const choice = places?.choice ?? null;
  const [start, setStart] = useState<{ x: number; y: number } | null>(null);
  const [drawing, setDrawing] = useState<Frame | null>(null);
  const isAsked = Boolean(choice?.choosing && takesKeys);
  const [wasAsked, setWasAsked] = useState(false);
  if (wasAsked !== isAsked) {
    setWasAsked(isAsked);
    setDrawing(isAsked ? middle : null);
  }

  const take = (frame: Frame) => choice?.take({ kind: 'area', ...frame, page: page ?? null });
  useChoosingKeys(
    moves,
    (move) => {
      if (move === 'take') return drawing && take(drawing);
      setDrawing((was) => was && within(movedBy(was, move)));
    },
    isAsked,
  );

  const pointers = {
    onPointerDown(event: PointerEvent<HTMLDivElement>) {
      // A finger scrolls, unless a place is asked for; over words it is words that are selected.
      const isWords = event.target instanceof HTMLElement && event.target.closest('.pdf-words span, button');
      if (!choice || event.button !== 0 || isWords || (event.pointerType === 'touch' && !isAsked)) return;
      event.preventDefault();
      event.currentTarget.setPointerCapture(event.pointerId);
      setStart(pointIn(event));
    },
    onPointerMove(event: PointerEvent<HTMLDivElement>) {
      if (start) setDrawing(between(start, pointIn(event)));
    },
    onPointerUp() {
      setStart(null);
      if (!start || !drawing) return;
      if (drawing.w >= SMALLEST && drawing.h >= SMALLEST) take(drawing);
      if (!isAsked) setDrawing(null);
    },
    onPointerCancel() {
      setStart(null);
      setDrawing(null);
    },
  };
  if (!places) return <div className={className}>{children}</div>;
  const marks = places.marks.flatMap(({ id, number, anchor }) =>
    anchor.kind === 'area' && anchor.page === (page ?? null) ? [drawnOf(id, number, anchor)] : [],
  );
  const { chosen } = places;
  const isChosenHere = chosen?.kind === 'area' && chosen.page === (page ?? null);
  return (
    <div
      className={`${className} ${choice ? 'cursor-crosshair' : ''} ${isAsked ? 'touch-none' : ''}`}
      {...(choice ? pointers : {})}
    >
      {children}
      <MarkBoxes
        drawn={[
          ...marks,
          ...(isChosenHere ? [drawnOf(null, null, chosen)] : []),
          ...(drawing ? [drawnOf(null, null, drawing)] : []),
        ]}
        unit="%"
        look="frame"
      />
    </div>
  );
}

const drawnOf = (id: string | null, number: number | null, { x, y, w, h }: Frame): DrawnMark => ({
  id,
  number,
  boxes: [{ left: x, top: y, width: w, height: h }],
  badge: { left: x, top: y },
});

const percent = (value: number) => Math.min(100, Math.max(0, value));

function pointIn({ currentTarget, clientX, clientY }: PointerEvent<HTMLDivElement>) {
  const box = currentTarget.getBoundingClientRect();
  return {
    x: percent(((clientX - box.left) / box.width) * 100),
    y: percent(((clientY - box.top) / box.height) * 100),
  };
}

const between = (a: { x: number; y: number }, b: { x: number; y: number }): Frame => ({
  x: Math.min(a.x, b.x),
  y: Math.min(a.y, b.y),
  w: Math.abs(a.x - b.x),
  h: Math.abs(a.y - b.y),
});

const movedBy = (frame: Frame, by: Partial<Frame>): Frame => ({
  x: frame.x + (by.x ?? 0),
  y: frame.y + (by.y ?? 0),
  w: frame.w + (by.w ?? 0),
  h: frame.h + (by.h ?? 0),
});

/** A frame as it can be: it has a size, and stays in the picture. */
function within({ x, y, w, h }: Frame): Frame {
  const [wide, high] = [Math.min(100, Math.max(STEP, w)), Math.min(100, Math.max(STEP, h))];
  return {
    x: Math.min(Math.max(0, x), 100 - wide),
    y: Math.min(Math.max(0, y), 100 - high),
    w: wide,
    h: high,
  };
}
