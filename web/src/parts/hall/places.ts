import { courseLevels, deskLevels, reaches, type CourseId } from '@vestibul/core';
import type { Course } from '../../state/api';

/** The places of the teacher's hall that exist so far, in the order in which work passes them. */
export const places = [
  'Today',
  'Rack',
  'Sorting table',
  'Review desk',
  'Mark book',
  'Ledger',
  'Set-up',
] as const;
export type Place = (typeof places)[number];

/** The places that are open to somebody with this role: the office keeps rosters and the record, an aide sees and comments. */
export function placesOf(role: Course['role']): readonly Place[] {
  if (role === 'office') return ['Ledger', 'Set-up'];
  return role === 'aide' ? places.filter((place) => place !== 'Set-up') : places;
}

/** Whether somebody runs the course, and it is not over: then they may change what is in it. */
export function mayRun(course: Pick<Course, 'role' | 'year'>): boolean {
  return !course.year.isOver && reaches(deskLevels[course.role], 'run');
}

/** Whether somebody keeps the course's periods, roster and staff: who runs it, and the office. */
export function mayKeep(course: Pick<Course, 'role' | 'year'>): boolean {
  return !course.year.isOver && reaches(courseLevels[course.role], 'run');
}

/** The letter behind `g` that goes to each place. */
export const placeKeys = {
  Today: 't',
  Rack: 'r',
  'Sorting table': 'o',
  'Review desk': 'd',
  'Mark book': 'm',
  Ledger: 'l',
  'Set-up': 's',
} as const satisfies Record<Place, string>;

const segments = {
  Today: 'today',
  Rack: 'rack',
  'Sorting table': 'sorting',
  'Review desk': 'review',
  'Mark book': 'marks',
  Ledger: 'ledger',
  'Set-up': 'set-up',
} as const satisfies Record<Place, string>;

/** The address of a place; the chosen period goes along. */
export function placePath(
  course: CourseId,
  place: Place,
  period: string,
  more: Record<string, string> = {},
): string {
  return `/course/${course}/${segments[place]}?${new URLSearchParams({ period, ...more })}`;
}
