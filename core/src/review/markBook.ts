import type { AssignmentId, GroupId, Instant, PeriodId, PersonId, SubmissionId } from '../ids';
import type { LateRule } from './lateRule';

/** An assignment that is scored, as a column of the mark book. */
export interface BookAssignment {
  id: AssignmentId;
  title: string;
  kind: 'points' | 'rubric';
  /** The most that can be reached. */
  most: number;
  /** How much it counts beside others; null: as much as the points that can be reached. */
  weight: number | null;
  lateRule: LateRule;
  /** When students began to see it; null where it is a draft. */
  visibleAt: Instant | null;
  /** The first of its due times; null where it has none. */
  due: Instant | null;
}

/** What a student has for an assignment that is theirs. */
export interface Mark {
  /** Null where nothing is in. */
  submissionId: SubmissionId | null;
  /** The attempt that counts. */
  attempt: number;
  excused: boolean;
  /** Nothing is in, and it was due. */
  isMissing: boolean;
  lateMs: number;
  /** What was given; null where nothing is, or not yet all of a rubric. */
  points: number | null;
  /** What it was out of then. */
  most: number;
  /** What of it counts, by how late it was. */
  counted: number | null;
  /** The rule that it counts by. */
  lateRule: LateRule;
  /** Whether its student has read it. */
  isShown: boolean;
  /** Whether it is with its student again: then it is changed with a reason alone. */
  isHandedBack: boolean;
  /** Who gave it, and when. */
  by: PersonId | null;
  at: Instant | null;
}

export interface BookStudent {
  id: PersonId;
  first: string;
  last: string;
  called: string;
  apart: string;
  email: string;
  periodId: PeriodId;
  groupId: GroupId | null;
  leftAt: Instant | null;
  /** In the order of the assignments; null where one is not theirs. */
  marks: (Mark | null)[];
  total: Total | null;
}

/** Everything that is given in a course: students × assignments. */
export interface MarkBook {
  assignments: BookAssignment[];
  students: BookStudent[];
  /** Whoever gave something, by name. */
  reviewers: { id: PersonId; name: string }[];
}

export interface Total {
  /** What counts, and what it is out of, of everything that has a score. */
  points: number;
  most: number;
  /** By weight, to a tenth, half a tenth up; null where nothing that counts could be reached. */
  percent: number | null;
}

/**
 * The total of what a student has: assignments without a score and excused ones are left out of it, so that nobody's falls
 * for what nobody has judged. By weight it is Σ w·counted/most ÷ Σ w; where an assignment has none it weighs what can be
 * reached, so without any weights it is all points over all that could be reached. Reckoned in fractions of whole numbers.
 */
export function totalOf(
  assignments: readonly Pick<BookAssignment, 'weight'>[],
  marks: readonly (Pick<Mark, 'counted' | 'most' | 'excused'> | null)[],
): Total | null {
  let points = 0;
  let most = 0;
  let isAny = false;
  let weights = 0;
  /** w·counted of everything that is out of the same: a term has few such numbers, however many assignments. */
  const byMost = new Map<number, number>();
  for (const [i, mark] of marks.entries()) {
    if (!mark || mark.excused || mark.counted === null) continue;
    isAny = true;
    const hundredths = Math.round(mark.counted * 100);
    points += hundredths;
    most += mark.most;
    const weight = assignments[i]!.weight ?? mark.most;
    if (mark.most === 0) continue;
    weights += weight;
    byMost.set(mark.most, (byMost.get(mark.most) ?? 0) + weight * hundredths);
  }
  if (!isAny) return null;
  let sum: Fraction = [0n, 1n];
  for (const [out, hundredths] of byMost) sum = plus(sum, [BigInt(hundredths), BigInt(out) * 100n]);
  return {
    points: points / 100,
    most,
    percent: weights === 0 ? null : toTenths(sum[0] * 100n, sum[1] * BigInt(weights)),
  };
}

/** Numerator and denominator, the latter above 0. */
type Fraction = readonly [bigint, bigint];

function plus([a, b]: Fraction, [c, d]: Fraction): Fraction {
  const [over, under] = [a * d + c * b, b * d];
  const shared = commonDivisor(over, under);
  return [over / shared, under / shared];
}

function commonDivisor(a: bigint, b: bigint): bigint {
  return b === 0n ? a || 1n : commonDivisor(b, a % b);
}

/** A fraction to a tenth, half a tenth up. */
const toTenths = (over: bigint, under: bigint) => Number((over * 20n + under) / (under * 2n)) / 10;
