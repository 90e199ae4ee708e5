import { useState } from 'react';
import { CutNote } from '../damage/CutNote';
import { MomentPlaces } from '../places/MomentPlaces';
import { NotShown, type WhyNot } from '../NotShown';
import type { ShownPiece } from '../pieceKind';
import { whyNotPlayed } from './whyNotPlayed';

/** A video in the browser's own player; where only its sound can be played, that is said. */
export function VideoView({ piece, source }: { piece: ShownPiece; source: string }) {
  const [why, setWhy] = useState<WhyNot | null>(null);
  const [isBlind, setBlind] = useState(false);
  if (why) return <NotShown piece={piece} source={source} why={why} />;
  return (
    <div className="flex min-h-0 flex-1 flex-col items-center overflow-auto p-3">
      <CutNote piece={piece} source={source} />
      {isBlind ? (
        <p role="status" className="max-w-lg p-2 text-center">
          Only the sound of this video can be played here: its pictures are recorded in a way this browser
          doesn’t know. <a href={`${source}?download=1`}>Download it to see them</a>
        </p>
      ) : null}
      <MomentPlaces>
        {/* eslint-disable-next-line jsx-a11y/media-has-caption -- students' recordings come without captions */}
        <video
          src={source}
          controls
          preload="metadata"
          aria-label={piece.name}
          className="m-auto max-h-full max-w-full rounded"
          onLoadedMetadata={(event) => setBlind(event.currentTarget.videoWidth === 0)}
          onError={() => void whyNotPlayed(source).then(setWhy)}
        />
      </MomentPlaces>
    </div>
  );
}
