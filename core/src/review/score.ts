import type { Criterion, Scoring } from './scoring';

/**
 * What is given for an attempt: points, in halves where one wants; or the level that is reached of each criterion of the
 * rubric, by its place from 0, null where none is chosen yet.
 */
export type Given =
  { kind: 'points'; points: number } | { kind: 'rubric'; levels: readonly (number | null)[] };

/**
 * One act of scoring, and what whoever does it saw there before: the points, or the level of one criterion; null takes it
 * away again. So two who score one piece overwrite nothing of each other that they have not seen.
 */
export type ScoreStep =
  | { kind: 'points'; points: number | null; was: number | null }
  | { kind: 'rubric'; criterion: number; level: number | null; was: number | null };

/** The step to these points from what is given now. */
export const pointsStep = (given: Given | null, points: number | null): ScoreStep => ({
  kind: 'points',
  points,
  was: given?.kind === 'points' ? given.points : null,
});

/** The step to this level of a criterion from what is given now. */
export const levelStep = (given: Given | null, criterion: number, level: number | null): ScoreStep => ({
  kind: 'rubric',
  criterion,
  level,
  was: given?.kind === 'rubric' ? (given.levels[criterion] ?? null) : null,
});

/** Why a step is not taken: the work is scored in another way, it is more than can be given, or somebody else was there first. */
export type StepFault = 'scored otherwise' | 'out of bounds' | 'changed meanwhile';

/** Points are given in halves. */
const HALF = 0.5;

/** What is given after a step (null: nothing any more), or why it is not taken. Taken twice, a step does nothing more. */
export function takeStep(
  scoring: Scoring,
  given: Given | null,
  step: ScoreStep,
): { given: Given | null } | { fault: StepFault } {
  if (step.kind === 'points') {
    if (scoring.kind !== 'points') return { fault: 'scored otherwise' };
    const { points, was } = step;
    if (points !== null && !(points >= 0 && points <= scoring.most && Number.isInteger(points / HALF)))
      return { fault: 'out of bounds' };
    const now = given?.kind === 'points' ? given.points : null;
    if (now !== was && now !== points) return { fault: 'changed meanwhile' };
    return { given: points === null ? null : { kind: 'points', points } };
  }
  if (scoring.kind !== 'rubric') return { fault: 'scored otherwise' };
  const { criterion, level, was } = step;
  const levels = levelsOf(scoring.criteria, given);
  const choices = scoring.criteria[criterion]?.levels;
  if (!choices || (level !== null && !choices[level])) return { fault: 'out of bounds' };
  const now = levels[criterion]!;
  if (now !== was && now !== level) return { fault: 'changed meanwhile' };
  levels[criterion] = level;
  return { given: levels.every((one) => one === null) ? null : { kind: 'rubric', levels } };
}

/** Whether what was given by one way of scoring stands by another: only by the very same. */
export const isScoredSo = (then: Scoring, now: Scoring): boolean =>
  JSON.stringify(then) === JSON.stringify(now);

/** Why something cannot be given as a whole; null where it can. */
export function faultOf(scoring: Scoring, given: Given): StepFault | null {
  if (given.kind !== scoring.kind) return 'scored otherwise';
  const steps: ScoreStep[] =
    given.kind === 'points'
      ? [{ kind: 'points', points: given.points, was: null }]
      : given.levels.map((level, criterion) => ({ kind: 'rubric', criterion, level, was: null }));
  if (scoring.kind === 'rubric' && steps.length !== scoring.criteria.length) return 'out of bounds';
  for (const step of steps) {
    const taken = takeStep(scoring, null, step);
    if ('fault' in taken) return taken.fault;
  }
  return null;
}

/** The level of each criterion, in their order; null where none is chosen. */
export function levelsOf(criteria: readonly Criterion[], given: Given | null): (number | null)[] {
  return criteria.map((_, i) => (given?.kind === 'rubric' ? (given.levels[i] ?? null) : null));
}

/**
 * The points that are given; null until all is: while a criterion of the rubric has no level, the sum would be one of a work
 * that nobody has judged.
 */
export function pointsOf(scoring: Scoring, given: Given | null): number | null {
  if (given === null || scoring.kind === 'none') return null;
  if (scoring.kind === 'points') return given.kind === 'points' ? given.points : null;
  let sum = 0;
  for (const [i, level] of levelsOf(scoring.criteria, given).entries()) {
    if (level === null) return null;
    sum += scoring.criteria[i]!.levels[level]!.points;
  }
  return sum;
}
