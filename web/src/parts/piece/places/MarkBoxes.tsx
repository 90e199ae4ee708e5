import type { Stamp } from '@vestibul/core';
import { StampDrawing } from '../../ui/StampDrawing';
import { usePlaces } from './usePlaces';

export interface Box {
  left: number;
  top: number;
  width: number;
  height: number;
}

/** Where a mark is drawn: the boxes it covers, and where its number stands. */
export interface DrawnMark {
  /** Of its comment; null for the one that is being written. */
  id: string | null;
  number: number | null;
  boxes: Box[];
  badge: { left: number; top: number };
}

interface MarkBoxesProps {
  drawn: readonly DrawnMark[];
  /** What positions are counted in. */
  unit: 'px' | '%';
  /** Words are marked like with a pen; an area and cells get a frame, so that nothing of them is covered. */
  look: 'words' | 'frame';
}

/** Marks over a piece, each with its number, which leads to its comment. */
export function MarkBoxes({ drawn, unit, look }: MarkBoxesProps) {
  const places = usePlaces();
  if (!places) return null;
  const stampOf = new Map(places.marks.map(({ id, stamp }) => [id, stamp]));
  return (
    <>
      {drawn.map(({ id, number, boxes, badge }, nth) => (
        // What is chosen and what is about to be can both be there, and are no comment's yet.
        <div key={id ?? `chosen ${nth}`} data-place={id ?? 'chosen'}>
          {boxes.map((box, i) => (
            <span
              key={i}
              aria-hidden="true"
              data-current={id === null || id === places.current}
              className={look === 'words' ? 'mark-words' : 'mark-frame'}
              style={{
                left: `${box.left}${unit}`,
                top: `${box.top}${unit}`,
                width: `${box.width}${unit}`,
                height: `${box.height}${unit}`,
              }}
            />
          ))}
          {id === null ? null : (
            <button
              type="button"
              data-current={id === places.current}
              className="mark-number"
              style={{ left: `${badge.left}${unit}`, top: `${badge.top}${unit}` }}
              aria-label={`Comment ${number}`}
              onClick={() => places.open(id)}
            >
              <MarkSign stamp={stampOf.get(id) ?? null} number={number} />
            </button>
          )}
        </div>
      ))}
    </>
  );
}

/** What stands at a place, and beside its comment: the drawing that was put there, else its number. */
export function MarkSign({ stamp, number }: { stamp: Stamp | null; number: number | null }) {
  return stamp ? <StampDrawing stamp={stamp} className="size-4.5 align-middle" /> : number;
}
