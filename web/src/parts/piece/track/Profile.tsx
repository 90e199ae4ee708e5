import { rangeOf, type DrawnPoint } from './measureTrack';
import { sayMetres } from './sayTrack';

/** Of the drawing, in its own units. */
const [WIDTH, HEIGHT] = [1000, 120];
/** Least difference of height that fills the drawing, in metres: level ground is not a mountain. */
const LEAST_RANGE = 20;

interface ProfileProps {
  points: readonly DrawnPoint[];
  length: number;
  point: DrawnPoint;
}

/** The heights of a walk along its way; nothing where none were noted. */
export function Profile({ points, length, point }: ProfileProps) {
  const noted = points.filter((one): one is DrawnPoint & { height: number } => one.height !== null);
  if (noted.length < 2 || length === 0) return null;
  const [low, high] = rangeOf(noted.map(({ height }) => height));
  const range = Math.max(LEAST_RANGE, high - low);
  const x = (distance: number) => (distance / length) * WIDTH;
  const y = (height: number) => HEIGHT - ((height - low) / range) * HEIGHT;
  const way = noted.map(({ distance, height }) => `${x(distance)},${y(height)}`).join(' ');
  return (
    <figure>
      <figcaption className="flex justify-between text-small text-ink-2">
        <span>
          Heights from {Math.round(low)} m to {Math.round(high)} m
        </span>
        <span>{sayMetres(length)}</span>
      </figcaption>
      <svg
        role="img"
        aria-label="Heights along the way"
        viewBox={`0 -4 ${WIDTH} ${HEIGHT + 8}`}
        preserveAspectRatio="none"
        className="track h-24 w-full"
      >
        <polygon points={`0,${HEIGHT} ${way} ${WIDTH},${HEIGHT}`} className="track-ground" />
        <polyline points={way} className="track-line" />
        <line x1={x(point.distance)} x2={x(point.distance)} y1={-4} y2={HEIGHT + 4} className="track-here" />
      </svg>
    </figure>
  );
}
