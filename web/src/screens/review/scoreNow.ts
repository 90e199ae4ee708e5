import type { Given } from '@vestibul/core';
import type { Submission } from '../../state/api';

/** What is given for an attempt, by how its assignment is scored now; what was given by an earlier rubric is given anew. */
export function scoreNow(submission: Submission, attempt: number): Given | null {
  const known = scoreOf(submission, attempt);
  return known && isScoredAsNow(submission, known) ? known.given : null;
}

/** The points that an attempt has by an earlier way of scoring; null where there are none. */
export function pointsBefore(submission: Submission, attempt: number): number | null {
  const known = scoreOf(submission, attempt);
  return known && !isScoredAsNow(submission, known) ? known.points : null;
}

const scoreOf = (submission: Submission, attempt: number) =>
  submission.scores.find((score) => score.attempt === attempt);

const isScoredAsNow = ({ scoring }: Submission, known: Submission['scores'][number]) =>
  JSON.stringify(known.scoring) === JSON.stringify(scoring);
