import type { BookAssignment, BookStudent, Mark } from './markBook';
import { spreadOf } from './spread';

/** How many scores lie between two numbers: the lower one included, and the upper one where it is the highest of all. */
export interface ScoreBar {
  from: number;
  to: number;
  count: number;
}

/** Most bars of a picture: more are not told apart on a phone. */
const MOST_BARS = 12;
const STEPS = [1, 2, 5, 10, 20, 25, 50, 100, 200, 500, 1000];

/** How many of some scores lie where, from 0 to the most that can be reached, in bars of the same whole width. */
export function barsOf(scores: readonly number[], most: number): ScoreBar[] {
  const step = STEPS.find((width) => most / width <= MOST_BARS) ?? most;
  const bars = Array.from({ length: Math.max(1, Math.ceil(most / step)) }, (_, i) => ({
    from: i * step,
    to: Math.min((i + 1) * step, most),
    count: 0,
  }));
  for (const score of scores) bars[Math.min(Math.floor(score / step), bars.length - 1)]!.count += 1;
  return bars;
}

/** What counts of those that have a score for an assignment, by its place in the book. */
export const countedOf = (students: readonly Pick<BookStudent, 'marks'>[], at: number): number[] =>
  students.flatMap(({ marks }) => {
    const mark = marks[at];
    return mark && hasCounted(mark) ? [mark.counted] : [];
  });

const hasCounted = (mark: Mark): mark is Mark & { counted: number } => !mark.excused && mark.counted !== null;

/** How often each level of a criterion was given; `given` has a level's place for each criterion, null where none was. */
export function levelCounts(
  criteria: readonly { levels: readonly unknown[] }[],
  given: readonly (readonly (number | null)[])[],
): number[][] {
  return criteria.map(({ levels }, criterion) =>
    levels.map((_, level) => given.filter((levelsGiven) => levelsGiven[criterion] === level).length),
  );
}

/** One assignment of a student's year: what they have of what could be reached, and the middle of those beside them, in percent. */
export interface YearStep {
  assignment: BookAssignment;
  percent: number;
  middle: number;
}

/** A student's scores in the order of the book, with the middle of all `students`; what has no score is left out. */
export function yearOf(
  assignments: readonly BookAssignment[],
  students: readonly Pick<BookStudent, 'id' | 'marks'>[],
  id: BookStudent['id'],
): YearStep[] {
  const own = students.find((student) => student.id === id);
  return assignments.flatMap((assignment, at) => {
    const mark = own?.marks[at];
    if (!mark || !hasCounted(mark) || mark.most <= 0) return [];
    const percents = students.flatMap(({ marks }) => {
      const one = marks[at];
      return one && hasCounted(one) && one.most > 0 ? [(100 * one.counted) / one.most] : [];
    });
    return [{ assignment, percent: (100 * mark.counted) / mark.most, middle: spreadOf(percents)!.middle }];
  });
}
