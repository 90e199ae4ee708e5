import { Download } from 'lucide-react';
import { pathOf } from '@vestibul/contract';
import type { PieceId } from '@vestibul/core';
import type { Piece } from '../../state/api';
import { sayBytes } from '../ui/format';

interface PieceTabsProps {
  pieces: readonly Piece[];
  current: Piece;
  onChoose: (id: PieceId) => void;
}

/** The pieces of a submission to choose from, and the sealed copy's facts. */
export function PieceTabs({ pieces, current, onChoose }: PieceTabsProps) {
  return (
    <div className="flex min-w-0 flex-wrap items-center gap-x-3 gap-y-1.5">
      {pieces.length > 1 ? (
        <div className="flex flex-wrap gap-1.5" role="group" aria-label="Pieces">
          {pieces.map((piece) => (
            <button
              key={piece.id}
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
      <a
        href={`${pathOf('readPiece', { pieceId: current.id })}?download=1`}
        className="ml-auto inline-flex items-center gap-1.5 text-small font-semibold text-act"
      >
        <Download aria-hidden="true" className="size-4" /> Download
      </a>
    </div>
  );
}
