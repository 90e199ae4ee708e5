import { gpxGen, kmlGen } from '@tmcw/togeojson';
import { DOMParser } from '@xmldom/xmldom';
import { decodeText } from '@vestibul/core';
import { OfficePackage } from '../office/openPackage';
import { Unreadable } from '../office/Unreadable';

/** A point where somebody was: degrees (WGS 84), metres above the sea, milliseconds since 1970; null what was not noted. */
export interface TrackPoint {
  longitude: number;
  latitude: number;
  height: number | null;
  time: number | null;
}

/** Points in their order, with breaks where the recording was paused; and places that have a name. */
export interface RawTrack {
  lines: TrackPoint[][];
  places: { name: string; at: TrackPoint }[];
}

/** Points that are read of one file; a recording of a day, one each second, has less. */
const MOST_POINTS = 200_000;
const MOST_PLACES = 500;

/** The points of a walk: GPX 1.1, KML (OGC 12-007r2) and its package, or GeoJSON (RFC 7946). Throws where nothing of it can be drawn. */
export function readTrack(bytes: ArrayBuffer): RawTrack {
  const filler = new TrackFiller();
  for (const feature of featuresOf(textOf(bytes))) filler.add(feature);
  if (filler.isEmpty) throw new Unreadable('damaged');
  return filler.track;
}

const ZIP = [0x50, 0x4b];

/** KML is also kept in a ZIP, as the first of its kind in it (OGC 12-007r2, annex C). */
function textOf(bytes: ArrayBuffer): string {
  const start = new Uint8Array(bytes, 0, Math.min(2, bytes.byteLength));
  if (!ZIP.every((byte, i) => start[i] === byte)) return decodeText(new Uint8Array(bytes));
  let first: string | null = null;
  const opened = new OfficePackage(bytes, (name) => {
    if (first !== null || !/\.kml$/i.test(name)) return false;
    first = name;
    return true;
  });
  const text = first === null ? null : opened.text(first);
  if (text === null) throw new Unreadable('damaged');
  return text;
}

type Json = unknown;

function* featuresOf(text: string): Generator<Json> {
  if (text.trimStart().startsWith('{')) {
    yield JSON.parse(text);
    return;
  }
  let isDamaged = false;
  const parser = new DOMParser({
    errorHandler: {
      warning: () => undefined,
      error: () => (isDamaged = true),
      fatalError: () => (isDamaged = true),
    },
  });
  const document = parser.parseFromString(text, 'text/xml');
  if (isDamaged || !document?.documentElement) throw new Unreadable('damaged');
  yield* document.documentElement.localName === 'kml' ? kmlGen(document) : gpxGen(document);
}

/** Puts what can be drawn of GeoJSON into a walk, and no more than is read. */
class TrackFiller {
  readonly track: RawTrack = { lines: [], places: [] };
  #points = 0;

  get isEmpty(): boolean {
    return this.track.lines.length === 0 && this.track.places.length === 0;
  }

  add(value: Json): void {
    if (!isRecord(value)) return;
    switch (value['type']) {
      case 'FeatureCollection':
        for (const feature of listOf(value['features'])) this.add(feature);
        break;
      case 'Feature': {
        const said = isRecord(value['properties']) ? value['properties'] : {};
        const kept = isRecord(said['coordinateProperties']) ? said['coordinateProperties'] : {};
        this.#put(value['geometry'], typeof said['name'] === 'string' ? said['name'] : '', kept['times']);
        break;
      }
      default:
        this.#put(value, '', null);
    }
  }

  #put(geometry: Json, name: string, times: Json): void {
    if (!isRecord(geometry)) return;
    const { coordinates } = geometry;
    switch (geometry['type']) {
      case 'Point':
        this.#place(coordinates, name);
        break;
      case 'MultiPoint':
        for (const point of listOf(coordinates)) this.#place(point, name);
        break;
      case 'LineString':
        this.#line(coordinates, times);
        break;
      case 'MultiLineString':
      case 'Polygon':
        listOf(coordinates).forEach((line, i) => this.#line(line, listOf(times)[i]));
        break;
      case 'MultiPolygon':
        for (const rings of listOf(coordinates)) for (const ring of listOf(rings)) this.#line(ring, null);
        break;
      case 'GeometryCollection':
        for (const one of listOf(geometry['geometries'])) this.#put(one, name, times);
    }
  }

  #place(coordinates: Json, name: string): void {
    const at = pointOf(coordinates, null);
    if (at && this.track.places.length < MOST_PLACES)
      this.track.places.push({ name: name.slice(0, LONGEST_PLACE), at });
  }

  #line(coordinates: Json, times: Json): void {
    const noted = listOf(times);
    const points: TrackPoint[] = [];
    for (const [i, coordinate] of listOf(coordinates).entries()) {
      const point = pointOf(coordinate, noted[i]);
      if (!point) continue;
      this.#points += 1;
      if (this.#points > MOST_POINTS) throw new Unreadable('long');
      points.push(point);
    }
    if (points.length > 1) this.track.lines.push(points);
  }
}
/** Longest name of a place, in characters. */
const LONGEST_PLACE = 80;

function pointOf(coordinates: Json, time: Json): TrackPoint | null {
  const [longitude, latitude, height] = listOf(coordinates);
  if (!isWithin(longitude, 180) || !isWithin(latitude, 90)) return null;
  const moment = typeof time === 'string' ? Date.parse(time) : Number.NaN;
  return {
    longitude,
    latitude,
    height: typeof height === 'number' && Number.isFinite(height) ? height : null,
    time: Number.isNaN(moment) ? null : moment,
  };
}

const isWithin = (value: Json, most: number): value is number =>
  typeof value === 'number' && Math.abs(value) <= most;
const isRecord = (value: Json): value is Record<string, Json> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const listOf = (value: Json): readonly Json[] => (Array.isArray(value) ? value : []);
