import { levelsOf, mostPoints, pointsOf, type Given, type Scoring } from '@vestibul/core';
import { sayNumber } from '../ui/format';

/** What is given, in a few words: '7.5 of 10', or how far the rubric is. */
export function sayScore(scoring: Scoring, given: Given | null): string {
  if (given === null) return 'not scored yet';
  const points = pointsOf(scoring, given);
  if (points !== null) return sayOutOf({ points, most: mostPoints(scoring)! });
  if (scoring.kind !== 'rubric') return 'not scored yet';
  const chosen = levelsOf(scoring.criteria, given).filter((level) => level !== null).length;
  return `${chosen} of ${scoring.criteria.length} criteria scored`;
}

/** '7.5 of 10'. */
export function sayOutOf({ points, most }: { points: number; most: number }): string {
  return `${sayNumber(points)} of ${sayNumber(most)}`;
}

export function sayOutOfBounds(scoring: Scoring): string {
  return `Give points from 0 to ${sayNumber(mostPoints(scoring) ?? 0)}, in halves at most.`;
}

/** The points that somebody has typed, with a comma or a dot; null for nothing, undefined where it is no number. */
export function readPoints(text: string): number | null | undefined {
  const tidy = text.trim().replace(',', '.');
  if (tidy === '') return null;
  return /^\d{1,4}(\.\d{1,4})?$/.test(tidy) ? Number(tidy) : undefined;
}
