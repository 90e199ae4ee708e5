import { Download } from 'lucide-react';
import { useEffect, useRef, type ReactNode } from 'react';
import { pathOf } from '@vestibul/contract';
import type { PieceId } from '@vestibul/core';
import type { Piece } from '../../state/api';
import { sayBytes } from '../ui/format';

interface PieceTabsProps {
  pieces: readonly Piece[];
  current: Piece;
  onChoose: (id: PieceId) => void;
  /** What else can be done with it. */
  more?: ReactNode;
}

/** The pieces of a submission to choose from, and the sealed copy's facts. */
export function PieceTabs({ pieces, current, onChoose, more }: PieceTabsProps) {
  const chosen = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    // Newer browsers answer with a promise, which is no end of an effect.
    void chosen.current?.scrollIntoView({ block: 'nearest' });
  }, [current.id]);
  return (
    <div className="flex min-w-0 flex-wrap items-center gap-x-3 gap-y-1.5">
      {pieces.length > 1 ? (
        // Of very many the work itself still has most of the room.
        <div
          className="flex max-h-24 flex-wrap gap-1.5 overflow-y-auto p-0.5"
          role="group"
          aria-label="Pieces"
        >
          {pieces.map((piece) => (
            <button
              key={piece.id}
              ref={piece.id === current.id ? chosen : null}
              type="button"
              aria-pressed={piece.id === current.id}
              onClick={() => onChoose(piece.id)}
              className="rounded-md border border-edge bg-surface px-2.5 py-1 text-small text-ink aria-pressed:border-brass-mark aria-pressed:bg-brass-soft aria-pressed:font-bold"
            >
              {piece.attempt > 1 || pieces.some((other) => other.attempt > 1)
                ? `attempt ${piece.attempt} · `
                : ''}
              {piece.form} {piece.n}
            </button>
          ))}
        </div>
      ) : null}
      <p className="min-w-0 text-small text-ink-2 [overflow-wrap:anywhere]">
        came as <code>{current.originalName}</code> · {sayBytes(current.bytes)}
      </p>
      <span className="ml-auto flex flex-wrap items-center gap-x-4 gap-y-1">
        {more}
        <a
          href={`${pathOf('readPiece', { pieceId: current.id })}?download=1`}
          className="inline-flex items-center gap-1.5 text-small font-semibold text-act"
        >
          <Download aria-hidden="true" className="size-4" /> Download
        </a>
      </span>
    </div>
  );
}
