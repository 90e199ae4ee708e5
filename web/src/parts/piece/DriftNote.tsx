import type { Piece } from '../../state/api';
import { sayMoment } from '../ui/format';

/** Says that the owner's file is no longer what was turned in. */
export function DriftNote({ piece, zone }: { piece: Piece; zone: string }) {
  if (!piece.driftedAt) return null;
  return (
    <p className="rounded-md border-l-4 border-brass-mark bg-brass-soft px-3 py-1.5 text-small text-ink">
      <b>Drift:</b> the owner changed this file on {sayMoment(piece.driftedAt, zone)}. Shown is the sealed
      copy, exactly as turned in.
    </p>
  );
}
