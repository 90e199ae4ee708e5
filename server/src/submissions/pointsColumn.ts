import { countedPoints, mostPoints, noLateRule, type LateRule, type Scoring } from '@vestibul/core';

/** What is kept of the score of an attempt as a column: as it stands now, or as it was handed back last. */
const scoreColumn = (column: string, submission: string, attempt: string, narrowed = '') =>
  `(SELECT ${column} FROM score c WHERE c.submission_id = ${submission} AND c.attempt = ${attempt} ${narrowed}
    ORDER BY c.n DESC LIMIT 1)`;

/** SQL: whether score `c` stands: the work is scored in the same way still, or its student has read it. */
export const stands = `(c.shown_at IS NOT NULL OR c.scoring = (SELECT z.scoring FROM submission y
  JOIN assignment z ON z.id = y.assignment_id WHERE y.id = c.submission_id))`;

/** The points of an attempt as they stand now. */
export const pointsColumn = (submission: string, attempt: string) =>
  scoreColumn(`CASE WHEN ${stands} THEN c.points END`, submission, attempt);

/** SQL: the rule for lateness by which score `c` was handed back; before there were such rules, by none. */
const ruleThen = `COALESCE(c.late_rule, '${JSON.stringify(noLateRule)}')`;

/** SQL: the rule by which score `c` counts, of assignment `a`: as it was handed back, else the one that holds now. */
export const ruleOfScore = `CASE WHEN c.shown_at IS NULL THEN a.late_rule ELSE ${ruleThen} END`;

/** The points of an attempt, what they are out of, or what being late took off, as they were handed back last. */
export const shownColumn = (
  column: 'points' | 'scoring' | 'late_rule',
  submission: string,
  attempt: string,
) =>
  scoreColumn(
    column === 'late_rule' ? ruleThen : `c.${column}`,
    submission,
    attempt,
    'AND c.shown_at IS NOT NULL',
  );

/** A score as it was handed back last, in the columns above, with how late its attempt was; null where none came back. */
export interface ShownScore {
  points: number | null;
  scoring: string | null;
  lateRule: string | null;
  lateMs: number;
}

/** What counts of a score that came back, and what it was out of then; null where none did. */
export function countedOfShown({
  points,
  scoring,
  lateRule,
  lateMs,
}: ShownScore): { points: number; most: number } | null {
  if (points === null || scoring === null || lateRule === null) return null;
  const most = mostPoints(JSON.parse(scoring) as Scoring);
  if (most === null) return null;
  return { points: countedPoints(points, most, lateMs, JSON.parse(lateRule) as LateRule), most };
}
