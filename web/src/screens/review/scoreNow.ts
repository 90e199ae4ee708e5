import { isScoredSo, type Given } from '@vestibul/core';
import type { Submission } from '../../state/api';

/** What is given for an attempt, by how its assignment is scored now; what was given by an earlier rubric is given anew. */
export function scoreNow(submission: Submission, attempt: number): Given | null {
  const known = scoreOf(submission, attempt);
  return known && isScoredSo(known.scoring, submission.scoring) ? known.given : null;
}

/** The points that an attempt has by an earlier way of scoring; null where there are none. */
export function pointsBefore(submission: Submission, attempt: number): number | null {
  const known = scoreOf(submission, attempt);
  return known && !isScoredSo(known.scoring, submission.scoring) ? known.points : null;
}

const scoreOf = (submission: Submission, attempt: number) =>
  submission.scores.find((score) => score.attempt === attempt);
