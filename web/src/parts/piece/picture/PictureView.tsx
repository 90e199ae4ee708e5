import { useState } from 'react';
import { CutNote } from '../damage/CutNote';
import { whyNot } from '../damage/whyNot';
import { AreaPlaces } from '../places/AreaPlaces';
import { NotShown, type WhyNot } from '../NotShown';
import type { ShownPiece } from '../pieceKind';

interface PictureViewProps {
  piece: ShownPiece;
  source: string;
  /** Whether it is drawn in lines, which have no size of their own: as large as there is room. */
  isDrawn?: boolean;
}

/** A picture; what is offered instead where it cannot be shown, being damaged or too large. */
export function PictureView({ piece, source, isDrawn = false }: PictureViewProps) {
  const [why, setWhy] = useState<WhyNot | null>(null);
  if (why) return <NotShown piece={piece} source={source} why={why} />;
  return (
    <>
      <CutNote piece={piece} source={source} />
      <Picture
        src={source}
        alt={piece.name}
        isDrawn={isDrawn}
        onError={() => void whyNot(source).then(setWhy)}
      />
    </>
  );
}

interface PictureProps {
  src: string;
  alt: string;
  isDrawn?: boolean;
  onError?: () => void;
}

/** A picture as large as there is room, and never larger than it is. */
export function Picture({ src, alt, isDrawn = false, onError }: PictureProps) {
  return (
    <div className="grid min-h-0 flex-1 place-items-center p-4 [container-type:size]">
      <AreaPlaces className="relative w-fit">
        <img
          src={src}
          alt={alt}
          draggable={false}
          // What browsers draw by itself runs nothing and fetches nothing (HTML Standard, 4.8.4: images are not documents).
          className={`block max-h-[calc(100cqh-2rem)] max-w-[calc(100cqw-2rem)] rounded object-contain ${isDrawn ? 'min-w-[min(100cqw-2rem,100cqh-2rem)] bg-white' : ''}`}
          onError={onError}
        />
      </AreaPlaces>
    </div>
  );
}
