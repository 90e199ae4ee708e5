import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { faultOf, pointsOf, takeStep, type Given, type ScoreStep } from './score';
import { mostPoints, type Scoring } from './scoring';

const outOfTen: Scoring = { kind: 'points', most: 10 };
const level = (title: string, points: number) => ({ title, points, says: '' });
const rubric: Scoring = {
  kind: 'rubric',
  criteria: [
    { title: 'readings', levels: [level('all', 4), level('some', 2), level('none', 0)] },
    { title: 'units', levels: [level('right', 3), level('wrong', 1)] },
  ],
};
const points = (given: number | null, was: number | null = null): ScoreStep => ({
  kind: 'points',
  points: given,
  was,
});
const choose = (criterion: number, chosen: number | null, was: number | null = null): ScoreStep => ({
  kind: 'rubric',
  criterion,
  level: chosen,
  was,
});
/** What is given after steps that are all taken. */
const after = (scoring: Scoring, ...steps: ScoreStep[]): Given | null =>
  steps.reduce<Given | null>((given, step) => {
    const taken = takeStep(scoring, given, step);
    if ('fault' in taken) throw new Error(taken.fault);
    return taken.given;
  }, null);

describe('points', () => {
  test.each([
    [0, 0],
    [7.5, 7.5],
    [10, 10],
  ])('%p of 10 can be given', (given, is) => {
    expect(pointsOf(outOfTen, after(outOfTen, points(given)))).toBe(is);
  });

  test.each([-0.5, 10.5, 7.25, NaN, Infinity])('%p of 10 cannot', (given) => {
    expect(takeStep(outOfTen, null, points(given))).toEqual({ fault: 'out of bounds' });
  });

  test('taken away again, nothing is given', () => {
    expect(after(outOfTen, points(7), points(null, 7))).toBeNull();
    expect(pointsOf(outOfTen, null)).toBeNull();
  });

  test('who has not seen what another gave is told, and does not overwrite it; who gives the same is not', () => {
    const given = after(outOfTen, points(7));
    expect(takeStep(outOfTen, given, points(6))).toEqual({ fault: 'changed meanwhile' });
    expect(takeStep(outOfTen, given, points(7))).toEqual({ given });
    expect(takeStep(outOfTen, given, points(6, 7))).toEqual({ given: { kind: 'points', points: 6 } });
  });
});

describe('a rubric', () => {
  test('its points are the sum of the levels, once every criterion has one', () => {
    expect(pointsOf(rubric, after(rubric, choose(0, 1)))).toBeNull();
    expect(pointsOf(rubric, after(rubric, choose(0, 1), choose(1, 0)))).toBe(5);
    expect(pointsOf(rubric, after(rubric, choose(0, 2), choose(1, 1)))).toBe(1);
    expect(pointsOf(rubric, after(rubric, choose(0, 0), choose(1, 0)))).toBe(mostPoints(rubric));
  });

  test.each([
    ['a criterion that is not there', choose(2, 0)],
    ['a level that is not there', choose(1, 2)],
    ['a level before the first', choose(0, -1)],
    ['half a criterion', choose(0.5, 0)],
  ])('%s cannot be chosen', (_what, step) => {
    expect(takeStep(rubric, null, step)).toEqual({ fault: 'out of bounds' });
  });

  test('work is scored in the way of its assignment, and work that is not scored not at all', () => {
    expect(takeStep(rubric, null, points(3))).toEqual({ fault: 'scored otherwise' });
    expect(takeStep(outOfTen, null, choose(0, 0))).toEqual({ fault: 'scored otherwise' });
    expect(takeStep({ kind: 'none' }, null, points(3))).toEqual({ fault: 'scored otherwise' });
  });

  test('with the last level taken away nothing is given', () => {
    expect(after(rubric, choose(0, 1), choose(0, null, 1))).toBeNull();
  });
});

test('the most points of a rubric are the best levels of all its criteria', () => {
  const criteria = [
    { title: 'Map', levels: [level('', 4), level('', 2), level('', 0)] },
    { title: 'Key', levels: [level('', 0), level('', 3)] },
  ];
  expect(mostPoints({ kind: 'rubric', criteria })).toBe(7);
  expect(mostPoints({ kind: 'points', most: 10 })).toBe(10);
  expect(mostPoints({ kind: 'none' })).toBeNull();
});

test('something is given as a whole where each part of it can be', () => {
  expect(faultOf(outOfTen, { kind: 'points', points: 7.5 })).toBeNull();
  expect(faultOf(outOfTen, { kind: 'points', points: 11 })).toBe('out of bounds');
  expect(faultOf(rubric, { kind: 'rubric', levels: [1, null] })).toBeNull();
  expect(faultOf(rubric, { kind: 'rubric', levels: [1] })).toBe('out of bounds');
  expect(faultOf(rubric, { kind: 'rubric', levels: [1, 0, 0] })).toBe('out of bounds');
  expect(faultOf(rubric, { kind: 'rubric', levels: [3, 0] })).toBe('out of bounds');
  expect(faultOf(rubric, { kind: 'points', points: 3 })).toBe('scored otherwise');
});

/* Random rubrics with random steps. */
const scorings = fc
  .array(fc.array(fc.nat(20), { minLength: 2, maxLength: 5 }), { minLength: 1, maxLength: 6 })
  .map((criteria): Extract<Scoring, { kind: 'rubric' }> => ({
    kind: 'rubric',
    criteria: criteria.map((levels, i) => ({
      title: `${i}`,
      levels: levels.map((most, j) => level(`${j}`, most)),
    })),
  }));

test('two who score different criteria at the same time both keep what they gave, in either order', () => {
  fc.assert(
    fc.property(scorings, fc.nat(), fc.nat(), fc.nat(), (scoring, one, other, chosen) => {
      const { criteria } = scoring;
      const [a, b] = [one % criteria.length, other % criteria.length];
      fc.pre(a !== b);
      const steps = [a, b].map((at) => choose(at, chosen % criteria[at]!.levels.length));
      expect(after(scoring, ...steps)).toEqual(after(scoring, ...steps.toReversed()));
    }),
  );
});

test('a step is undone by the one back, and points are never more than can be reached', () => {
  const acts = fc.array(fc.tuple(fc.nat(), fc.option(fc.nat())), { maxLength: 12 });
  fc.assert(
    fc.property(scorings, acts, (scoring, told) => {
      let given: Given | null = null;
      for (const [at, chosen] of told) {
        const criterion = at % scoring.criteria.length;
        const to = chosen === null ? null : chosen % scoring.criteria[criterion]!.levels.length;
        const was = given?.kind === 'rubric' ? (given.levels[criterion] ?? null) : null;
        const taken = takeStep(scoring, given, choose(criterion, to, was));
        if ('fault' in taken) throw new Error(taken.fault);
        expect(takeStep(scoring, taken.given, choose(criterion, was, to))).toEqual({ given });
        ({ given } = taken);
        expect(pointsOf(scoring, given) ?? 0).toBeLessThanOrEqual(mostPoints(scoring)!);
      }
    }),
  );
});
