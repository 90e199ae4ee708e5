import { useState } from 'react';
import { Failed, Loading } from '../../messages/States';
import { NotShown } from '../NotShown';
import type { ShownPiece } from '../pieceKind';
import { AreaPlaces } from '../places/AreaPlaces';
import { PlainText } from '../PlainView';
import { plainText } from '../plainText';
import { useBytes } from '../useBytes';
import { useReading } from '../useReading';
import { askTrack } from './askTrack';
import type { DrawnPoint, Track } from './measureTrack';
import { Profile } from './Profile';
import { sayPoint, sayTrack } from './sayTrack';
import { TrackDrawing } from './TrackDrawing';

/** Longest text that is shown as it stands, in bytes; a package has none. */
const LONGEST_TEXT = 2_000_000;

const readOf = ({ bytes }: { bytes: ArrayBuffer }, stop: AbortSignal) => askTrack(bytes, stop);

/** A walk as it was recorded: its way drawn, its heights below, and what it comes to. */
export function TrackView({ piece, source }: { piece: ShownPiece; source: string }) {
  const bytes = useBytes(source);
  const track = useReading(bytes, readOf);
  const [isText, setText] = useState(false);
  if (bytes.status === 'failed') return <Failed failure={bytes.failure} />;
  if (bytes.status === 'loading' || track === null) return <Loading what="Drawing the walk" />;
  if (typeof track === 'string') return <NotShown piece={piece} source={source} why={track} />;
  const hasText = piece.bytes <= LONGEST_TEXT && !piece.mime.endsWith('kmz');
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <p className="flex flex-wrap items-center gap-x-3 gap-y-1 px-4 pt-3">
        <span className="font-semibold">{sayTrack(track)}</span>
        {hasText ? (
          <button
            type="button"
            className="min-h-6 font-semibold text-act underline"
            onClick={() => setText(!isText)}
          >
            {isText ? 'Show it drawn' : 'Show it as text'}
          </button>
        ) : null}
      </p>
      {isText ? (
        <PlainText name={piece.name} text={plainText(bytes.bytes)} />
      ) : (
        <Drawn track={track} name={piece.name} />
      )}
    </div>
  );
}

/** The way and its heights, with a point on both that is moved along. */
function Drawn({ track, name }: { track: Track; name: string }) {
  const points = track.lines.flat();
  const [at, setAt] = useState(0);
  const point: DrawnPoint | null = points[at] ?? null;
  const began = points.find(({ time }) => time !== null)?.time ?? null;
  return (
    <div
      tabIndex={0}
      role="region"
      aria-label={name}
      className="flex min-h-0 flex-1 flex-col overflow-auto p-4"
    >
      <AreaPlaces className="sheet relative min-h-52 flex-1">
        <TrackDrawing track={track} point={point} name={name} />
      </AreaPlaces>
      {point ? (
        <div className="grid gap-1 pt-3">
          <Profile points={points} length={track.length} point={point} />
          <label className="grid gap-1">
            <span className="text-small text-ink-2">
              Along the walk: <output>{sayPoint(point, began)}</output>
            </span>
            <input
              type="range"
              min={0}
              max={points.length - 1}
              value={at}
              aria-valuetext={sayPoint(point, began)}
              onChange={(event) => setAt(event.target.valueAsNumber)}
              className="min-h-6 w-full accent-(--act)"
            />
          </label>
        </div>
      ) : null}
    </div>
  );
}
