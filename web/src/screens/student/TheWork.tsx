import type { PieceId } from '@vestibul/core';
import { PlacesContext, type Places } from '../../parts/piece/places/usePlaces';
import { PieceTabs } from '../../parts/piece/PieceTabs';
import { PieceView } from '../../parts/piece/PieceView';
import type { Piece } from '../../state/api';

interface TheWorkProps {
  pieces: readonly Piece[];
  current: Piece;
  places: Places;
  onChoose: (id: PieceId) => void;
}

/** The work that comments are about, with its places marked, to be looked at beside them. */
export function TheWork({ pieces, current, places, onChoose }: TheWorkProps) {
  return (
    <section aria-label="Your work" className="grid gap-2">
      <PieceTabs pieces={pieces} current={current} onChoose={onChoose} />
      <div className="flex h-[70dvh] flex-col overflow-hidden rounded-plate border border-line bg-ground">
        <PlacesContext value={places}>
          <PieceView piece={current} />
        </PlacesContext>
      </div>
    </section>
  );
}
