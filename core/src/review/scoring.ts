/** How work is scored: not at all, with points, or by a rubric of criteria × levels. */
export type Scoring =
  { kind: 'none' } | { kind: 'points'; most: number } | { kind: 'rubric'; criteria: Criterion[] };

export interface Criterion {
  title: string;
  /** From the best to the least, or the other way: as its teacher wrote it. */
  levels: { title: string; points: number; says: string }[];
}

/** The most that can be reached; null where nothing is scored. */
export function mostPoints(scoring: Scoring): number | null {
  switch (scoring.kind) {
    case 'none':
      return null;
    case 'points':
      return scoring.most;
    case 'rubric':
      return scoring.criteria.reduce(
        (sum, { levels }) => sum + Math.max(...levels.map((level) => level.points)),
        0,
      );
  }
}
