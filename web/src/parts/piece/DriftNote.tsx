import type { Piece } from '../../state/api';
import { sayMoment } from '../ui/format';

interface DriftNoteProps {
  piece: Piece;
  zone: string;
  /** Sets what was turned in beside what it is now, where it can be. */
  onCompare?: (() => void) | undefined;
}

/** Says that the owner's file is no longer what was turned in, or not there any more. */
export function DriftNote({ piece, zone, onCompare }: DriftNoteProps) {
  if (piece.deletedAt)
    return (
      <p className="rounded-md border-l-4 border-brass-mark bg-brass-soft px-3 py-1.5 text-small text-ink">
        <b>Deleted:</b> the owner deleted their file on {sayMoment(piece.deletedAt, zone)}. Shown is the
        sealed copy, exactly as turned in.
      </p>
    );
  if (!piece.now) return null;
  return (
    <p className="rounded-md border-l-4 border-brass-mark bg-brass-soft px-3 py-1.5 text-small text-ink">
      <b>Drift:</b> the owner changed this file on {sayMoment(piece.now.changedAt, zone)}. Shown is the sealed
      copy, exactly as turned in.
      {onCompare ? (
        <>
          {' '}
          <button type="button" className="min-h-6 font-semibold text-act underline" onClick={onCompare}>
            Compare with the sealed copy
          </button>
        </>
      ) : null}
    </p>
  );
}
