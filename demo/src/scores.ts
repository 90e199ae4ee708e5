import type { PersonId, Scoring, SubmissionId } from '@vestibul/core';
import { setScore, type School } from '@vestibul/server';
import type { Chance } from './random';

/** What a teacher gives for a piece: mostly good, and in halves now and then. */
export function scorePiece(
  school: School,
  by: PersonId,
  { id, attempt, scoring }: { id: SubmissionId; attempt: number; scoring: Scoring },
  chance: Chance,
): void {
  if (scoring.kind === 'points') {
    const points = Math.min(scoring.most, chance.between(scoring.most, 2 * scoring.most) / 2 + 0.5);
    setScore(school, by, id, { attempt, step: { kind: 'points', points, was: null } });
  }
  if (scoring.kind === 'rubric')
    scoring.criteria.forEach(({ levels }, criterion) => {
      const level = Math.min(levels.length - 1, chance.between(0, 4) >> 1);
      setScore(school, by, id, { attempt, step: { kind: 'rubric', criterion, level, was: null } });
    });
}
