/**
 * What being wrong and being asked cost, told here alone: work that lies unnoticed in somebody else's slot costs as much
 * as this many questions to the teacher.
 */
export const QUESTIONS_PER_MISFILE = 200;

/** A piece is placed without asking from this probability on: where the expected cost of placing it is that of one question. */
export const SURE_ENOUGH = 1 - 1 / QUESTIONS_PER_MISFILE;

/** What is believed before a name is looked at (estimates; docs/identification.md). */
export const PRIORS = {
  /** That a piece is nobody's of the course. */
  nobody: 0.02,
  /** That its name tells nobody at all, whosever it is. */
  unnamed: 0.12,
  /** That it is joint work, where a word or sign between two names says so, and where none does. */
  jointSaid: 0.3,
  joint: 0.002,
  /** That it is for no assignment of the course, or does not say for which. */
  noAssignment: 0.15,
} as const;

/** The bits of being for none, and for each, of so many assignments. */
export function assignmentPriors(count: number): { none: number; each: number } {
  return {
    none: Math.log2(PRIORS.noAssignment),
    each: Math.log2((1 - PRIORS.noAssignment) / Math.max(1, count)),
  };
}
