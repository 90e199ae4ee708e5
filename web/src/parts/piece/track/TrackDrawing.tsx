import { useSize } from '../../ui/useSize';
import type { DrawnPoint, Track } from './measureTrack';
import { sayRound, scaleLength } from './sayTrack';

/** Room around the walk, in pixels: for names and the scale. */
const ROOM = 36;
/** Names of places that are written beside them; of more, nobody could read them. */
const MOST_NAMES = 12;
/** Smallest side that is drawn, in metres: of a walk in one place. */
const SMALLEST = 20;
/** Half of what marks a place, in pixels. */
const DOT = 5;

interface TrackDrawingProps {
  track: Track;
  point: DrawnPoint | null;
  name: string;
}

/** The way seen from above, north at the top, with where it begins and ends. No map of anybody's is fetched for it. */
export function TrackDrawing({ track: { width, depth, lines, places }, point, name }: TrackDrawingProps) {
  const [size, measure] = useSize();
  const room = { width: Math.max(1, size.width - 2 * ROOM), height: Math.max(1, size.height - 2 * ROOM) };
  const perMetre = Math.min(room.width / Math.max(width, SMALLEST), room.height / Math.max(depth, SMALLEST));
  const left = (size.width - width * perMetre) / 2;
  const top = (size.height - depth * perMetre) / 2;
  const lay = ({ x, y }: { x: number; y: number }) => ({ x: left + x * perMetre, y: top + y * perMetre });
  const [first] = lines[0] ?? [];
  const last = lines.at(-1)?.at(-1);
  const scale = scaleLength(room.width / 3 / perMetre);
  return (
    <svg
      ref={measure}
      role="img"
      aria-label={`The way of ${name}, north at the top`}
      className="track absolute inset-0 size-full"
    >
      {lines.map((line, i) => (
        <polyline
          key={i}
          className="track-line"
          points={line
            .map(lay)
            .map(({ x, y }) => `${x.toFixed(1)},${y.toFixed(1)}`)
            .join(' ')}
        />
      ))}
      {places.map((place, i) => {
        const { x, y } = lay(place);
        return (
          <g key={i} transform={`translate(${x} ${y})`}>
            <path className="track-place" d={`M0,${-DOT}L${DOT},0L0,${DOT}L${-DOT},0Z`} />
            {places.length <= MOST_NAMES ? (
              <text x={DOT + 4} y={5}>
                {place.name}
              </text>
            ) : null}
          </g>
        );
      })}
      {first ? <circle {...centre(lay(first))} r={DOT + 2} className="track-begin" /> : null}
      {last ? (
        <rect
          x={lay(last).x - DOT - 1}
          y={lay(last).y - DOT - 1}
          width={2 * DOT + 2}
          height={2 * DOT + 2}
          className="track-end"
        />
      ) : null}
      {point ? <circle {...centre(lay(point))} r={DOT + 1} className="track-point" /> : null}
      <g transform={`translate(14 ${size.height - 12})`}>
        <path d={`M0,-6V0H${scale * perMetre}V-6`} className="track-scale" />
        <text x={scale * perMetre + 8} y={2}>
          {sayRound(scale)}
        </text>
      </g>
    </svg>
  );
}

const centre = ({ x, y }: { x: number; y: number }) => ({ cx: x, cy: y });
