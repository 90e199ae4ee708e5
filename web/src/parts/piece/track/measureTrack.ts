import type { RawTrack, TrackPoint } from './readTrack';

/** Mean radius of the Earth, in metres (IUGG). */
const EARTH = 6_371_008.8;
/** How far a height has to change, in metres, before it is a climb: receivers waver by less (common practice, no source). */
const LEAST_CLIMB = 3;
/** Points that are drawn; more lie within a pixel of each other. */
const MOST_DRAWN = 2_000;

/** A point of a walk as it is drawn: metres east and south of the walk's corner, and what was noted there. */
export interface DrawnPoint {
  x: number;
  y: number;
  /** How far it is from the beginning, in metres along the walk. */
  distance: number;
  height: number | null;
  time: number | null;
}

/** A walk that is drawn, and what it comes to. */
export interface Track {
  /** Of what is drawn, in metres. */
  width: number;
  depth: number;
  lines: DrawnPoint[][];
  places: { name: string; x: number; y: number }[];
  /** Along the walk, in metres. */
  length: number;
  /** Together up and down, in metres; null where no heights were noted. */
  climb: { up: number; down: number } | null;
  /** From the first point to the last, in milliseconds; null where no times were noted. */
  took: number | null;
  points: number;
}

/** Lays a walk out in the plane and measures it. */
export function measureTrack({ lines, places }: RawTrack): Track {
  const all = [...lines.flat(), ...places.map(({ at }) => at)];
  const lay = planeOf(all);
  let length = 0;
  const measured = lines.map((line) =>
    line.map((point, i) => {
      // Where a recording was paused nobody knows how far was gone.
      if (i > 0) length += metresBetween(line[i - 1]!, point);
      return { ...lay(point), distance: length, height: point.height, time: point.time };
    }),
  );
  const points = lines.reduce((sum, line) => sum + line.length, 0);
  const times = lines.flat().flatMap(({ time }) => time ?? []);
  return {
    ...lay.size,
    lines: measured.map((line) => thinned(line, points)),
    places: places.map(({ name, at }) => ({ name, ...lay(at) })),
    length,
    climb: climbOf(lines),
    took: times.length > 1 ? times.at(-1)! - times[0]! : null,
    points,
  };
}

/** Between two points along the ground, in metres (haversine formula: R. W. Sinnott, Sky and Telescope 68, 1984). */
export function metresBetween(a: TrackPoint, b: TrackPoint): number {
  const [from, to] = [radians(a.latitude), radians(b.latitude)];
  const [north, east] = [to - from, radians(b.longitude - a.longitude)];
  const half = Math.sin(north / 2) ** 2 + Math.cos(from) * Math.cos(to) * Math.sin(east / 2) ** 2;
  return 2 * EARTH * Math.asin(Math.min(1, Math.sqrt(half)));
}

const radians = (degrees: number) => (degrees * Math.PI) / 180;

/** A plane that is true to length in the middle of some points (equirectangular projection); it may cross the date line. */
function planeOf(points: readonly TrackPoint[]) {
  const [first] = points;
  const east = ({ longitude }: TrackPoint) => {
    const from = longitude - first!.longitude;
    return from > 180 ? from - 360 : from < -180 ? from + 360 : from;
  };
  const [west, farEast] = rangeOf(points.map(east));
  const [south, north] = rangeOf(points.map(({ latitude }) => latitude));
  const wide = Math.cos(radians((south + north) / 2)) * radians(1) * EARTH;
  const deep = radians(1) * EARTH;
  return Object.assign(
    (point: TrackPoint) => ({ x: (east(point) - west) * wide, y: (north - point.latitude) * deep }),
    { size: { width: (farEast - west) * wide, depth: (north - south) * deep } },
  );
}

/** Least and most of some numbers, of which there may be more than a call takes arguments. */
export function rangeOf(numbers: readonly number[]): [number, number] {
  return numbers.reduce<[number, number]>(
    ([least, most], number) => [Math.min(least, number), Math.max(most, number)],
    [Infinity, -Infinity],
  );
}

/** Every so many-th point of a line, with its last. */
function thinned(line: DrawnPoint[], points: number): DrawnPoint[] {
  const every = Math.ceil(points / MOST_DRAWN);
  return line.filter((_, i) => i % every === 0 || i === line.length - 1);
}

function climbOf(lines: readonly TrackPoint[][]): Track['climb'] {
  let up = 0;
  let down = 0;
  let isNoted = false;
  for (const line of lines) {
    let last: number | null = null;
    for (const { height } of line) {
      if (height === null) continue;
      isNoted = true;
      last ??= height;
      if (Math.abs(height - last) < LEAST_CLIMB) continue;
      if (height > last) up += height - last;
      else down += last - height;
      last = height;
    }
  }
  return isNoted ? { up, down } : null;
}
