import {
  levelsOf,
  mostPoints,
  percentOff,
  pointsOf,
  sayDuration,
  type Given,
  type LateRule,
  type Scoring,
} from '@vestibul/core';
import type { Submission } from '../../state/api';
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

const percentOf = (percent: number, most: number) =>
  `${sayNumber((most * percent) / 100)} points (${percent} %)`;

/** What being late takes off, for who has not turned in yet. */
export function sayLateRule(rule: Extract<LateRule, { kind: 'per day' }>, scoring: Scoring): string {
  const most = mostPoints(scoring) ?? 0;
  return `Late work: ${percentOf(rule.percent, most)} off for each day begun, at most ${percentOf(rule.most, most)}.`;
}

/** How much of a score counts, where being late took something off; else nothing. */
export function sayCounted(
  { points, counted, lateRule }: Pick<Submission['scores'][number], 'points' | 'counted' | 'lateRule'>,
  lateMs: number,
): string {
  if (counted === null || counted === points) return '';
  return `${sayNumber(counted)} counts: late by ${sayDuration(lateMs)}, ${percentOff(lateRule, lateMs)} % off`;
}
