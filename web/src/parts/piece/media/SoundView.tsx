import { useRef, useState } from 'react';
import { CutNote } from '../damage/CutNote';
import { MomentPlaces } from '../places/MomentPlaces';
import { NotShown, type WhyNot } from '../NotShown';
import type { ShownPiece } from '../pieceKind';
import { whyNotPlayed } from './whyNotPlayed';
import { Wave } from './Wave';

/** A sound with its wave, where it is short enough to be drawn. */
export function SoundView({ piece, source }: { piece: ShownPiece; source: string }) {
  const player = useRef<HTMLAudioElement>(null);
  const [why, setWhy] = useState<WhyNot | null>(null);
  if (why) return <NotShown piece={piece} source={source} why={why} />;
  return (
    <div className="grid flex-1 place-items-center p-6">
      <MomentPlaces>
        <div className="grid w-full max-w-lg gap-3">
          <CutNote piece={piece} source={source} />
          <Wave player={player} source={source} bytes={piece.bytes} />
          {/* eslint-disable-next-line jsx-a11y/media-has-caption -- students' recordings come without captions */}
          <audio
            ref={player}
            src={source}
            controls
            preload="metadata"
            aria-label={piece.name}
            className="w-full"
            onError={() => void whyNotPlayed(source).then(setWhy)}
          />
        </div>
      </MomentPlaces>
    </div>
  );
}
