import { sayNumber } from '../../ui/format';
import type { DrawnPoint, Track } from './measureTrack';

/** `4.2 km · 118 m up, 96 m down · 1 h 5 min · 412 points`. */
export function sayTrack({ length, climb, took, points, places }: Track): string {
  return [
    ...(length > 0 ? [sayMetres(length)] : []),
    ...(climb
      ? [`${sayNumber(Math.round(climb.up))} m up, ${sayNumber(Math.round(climb.down))} m down`]
      : []),
    ...(took === null ? [] : [sayMinutes(took)]),
    ...(points > 0 ? [`${sayNumber(points)} points`] : []),
    ...(places.length > 0 ? [`${sayNumber(places.length)} ${places.length === 1 ? 'place' : 'places'}`] : []),
  ].join(' · ');
}

/** What was noted at a point: how far along, how high, how long after the beginning. */
export function sayPoint({ distance, height, time }: DrawnPoint, began: number | null): string {
  return [
    sayMetres(distance),
    ...(height === null ? [] : [`${sayNumber(Math.round(height))} m high`]),
    ...(time === null || began === null ? [] : [`after ${sayMinutes(time - began)}`]),
  ].join(', ');
}

export const sayMetres = (metres: number): string =>
  metres < 1000 ? `${Math.round(metres)} m` : `${(metres / 1000).toFixed(metres < 10_000 ? 2 : 1)} km`;

function sayMinutes(milliseconds: number): string {
  const minutes = Math.round(milliseconds / 60_000);
  return minutes < 60 ? `${minutes} min` : `${Math.floor(minutes / 60)} h ${minutes % 60} min`;
}

/** A round length: `50 m`, `2 km`. */
export const sayRound = (metres: number): string => (metres < 1000 ? `${metres} m` : `${metres / 1000} km`);

/** A length for a scale: the longest of 1, 2 and 5 with zeros that is no longer than so many metres. */
export function scaleLength(most: number): number {
  const ten = 10 ** Math.floor(Math.log10(most));
  return (most >= 5 * ten ? 5 : most >= 2 * ten ? 2 : 1) * ten;
}
