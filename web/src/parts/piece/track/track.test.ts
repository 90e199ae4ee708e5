import { readFileSync } from 'node:fs';
import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Geodesic } from 'geographiclib-geodesic';
import { whyOf } from '../office/Unreadable';
import { measureTrack, metresBetween } from './measureTrack';
import { readTrack } from './readTrack';
import { sayMetres, sayPoint, sayRound, sayTrack, scaleLength } from './sayTrack';

const bytesOf = (bytes: Uint8Array): ArrayBuffer => new Uint8Array(bytes).buffer;
const fileOf = (name: string) =>
  bytesOf(readFileSync(new URL(`../../../../../e2e/files/every/${name}`, import.meta.url)));
const textOf = (text: string) => bytesOf(new TextEncoder().encode(text));
const trackOf = (value: object) => measureTrack(readTrack(textOf(JSON.stringify(value))));
const point = (longitude: number, latitude: number, height: number | null = null) => ({
  longitude,
  latitude,
  height,
  time: null,
});

test('the same walk is the same in every form that GPSBabel writes', () => {
  const [gpx, ...others] = ['walk.gpx', 'walk.kml', 'walk.kmz', 'walk.geojson'].map((name) =>
    measureTrack(readTrack(fileOf(name))),
  );
  expect(gpx!.points).toBe(40);
  expect(gpx!.took).toBe(39 * 60_000);
  expect(gpx!.climb!.up).toBeGreaterThan(40);
  for (const other of others) {
    expect(other.points).toBe(40);
    expect(Math.abs(other.length - gpx!.length)).toBeLessThan(1);
  }
  expect(sayTrack(gpx!)).toMatch(/^2\.\d\d km · \d\d m up, \d\d m down · 39 min · 40 points$/);
});

test('a way is as long as GeographicLib says (Karney 2013), within what a round Earth may differ', () => {
  fc.assert(
    fc.property(
      fc.double({ min: -179, max: 179, noNaN: true }),
      fc.double({ min: -85, max: 85, noNaN: true }),
      fc.double({ min: -0.5, max: 0.5, noNaN: true }),
      fc.double({ min: -0.5, max: 0.5, noNaN: true }),
      (longitude, latitude, east, north) => {
        const there = point(longitude + east, latitude + north);
        const exact = Geodesic.WGS84.Inverse(latitude, longitude, there.latitude, there.longitude).s12!;
        // A round Earth is wrong by up to 0.56 in a hundred.
        expect(Math.abs(metresBetween(point(longitude, latitude), there) - exact)).toBeLessThan(
          exact * 0.0057 + 0.01,
        );
      },
    ),
    { seed: 20, numRuns: 300 },
  );
});

test('it is drawn true to length, north at the top, also across the date line', () => {
  const { width, depth, lines, length } = trackOf({
    type: 'LineString',
    coordinates: [
      [179.99, -17],
      [-179.99, -17],
      [-179.99, -16.99],
    ],
  });
  const [west, east, north] = lines[0]!;
  expect(west!.x).toBe(0);
  expect(east!.x).toBeCloseTo(width, 6);
  expect([east!.y, north!.y]).toEqual([depth, 0]);
  expect(Math.abs(width + depth - length)).toBeLessThan(length * 0.001);
});

test('climbs are told without the wavering of a receiver, and breaks are no way', () => {
  const track = trackOf({
    type: 'MultiLineString',
    coordinates: [
      [
        [0, 50, 100],
        [0, 50.001, 101],
        [0, 50.002, 100],
        [0, 50.003, 140],
        [0, 50.004, 120],
      ],
      [
        [1, 51],
        [1, 51.001],
      ],
    ],
  });
  expect(track.climb).toEqual({ up: 40, down: 20 });
  expect(sayMetres(track.length)).toBe('556 m');
  expect(sayPoint(track.lines[0]![3]!, null)).toBe('334 m, 140 m high');
});

test('places are kept with their names; a walk without heights or times says neither', () => {
  const track = trackOf({
    type: 'FeatureCollection',
    features: [
      { type: 'Feature', properties: { name: 'Weir' }, geometry: { type: 'Point', coordinates: [1, 2] } },
      { type: 'Feature', properties: null, geometry: null },
    ],
  });
  expect(track.places).toEqual([{ name: 'Weir', x: 0, y: 0 }]);
  expect([track.climb, track.took, sayTrack(track)]).toEqual([null, null, '1 place']);
});

test('a recording of a day is drawn by some of its points, with its first and last, and measured by all', () => {
  const coordinates = Array.from({ length: 50_000 }, (_, i) => [0, i / 100_000]);
  const track = trackOf({ type: 'LineString', coordinates });
  expect(track.points).toBe(50_000);
  expect(track.lines[0]!.length).toBeLessThan(2_100);
  expect([track.lines[0]!.at(-1)!.distance, track.lines[0]![0]!.distance]).toEqual([track.length, 0]);
});

test.each([
  ['what is cut off', fileOf('cut-walk.gpx'), 'damaged'],
  ['what is no walk', fileOf('data.json'), 'damaged'],
  ['a ZIP without one', fileOf('folder.zip'), 'damaged'],
  [
    'coordinates of no place',
    textOf('{"type":"LineString","coordinates":[[1e9,0],["x",1],null]}'),
    'damaged',
  ],
  [
    'more points than are read',
    textOf(`{"type":"LineString","coordinates":[${'[0,0],'.repeat(200_001)}[0,0]]}`),
    'long',
  ],
])('%s is refused', (_, bytes, reason) => {
  let why: unknown = null;
  try {
    readTrack(bytes);
  } catch (error) {
    why = whyOf(error);
  }
  expect(why).toBe(reason);
});

test('a scale is a round length that fits', () => {
  expect([1, 19, 20, 49, 50, 730, 1999].map(scaleLength)).toEqual([1, 10, 20, 20, 50, 500, 1000]);
  expect([sayRound(50), sayRound(2000)]).toEqual(['50 m', '2 km']);
});
