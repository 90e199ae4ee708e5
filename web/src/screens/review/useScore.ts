import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import { levelStep, levelsOf, pointsStep, takeStep, type Given, type ScoreStep } from '@vestibul/core';
import { sayOutOfBounds } from '../../parts/review/sayScore';
import { announce } from '../../parts/messages/announce';
import { tell, tellFailure } from '../../parts/messages/Notices';
import { api, type Submission } from '../../state/api';
import { scoreNow } from './scoreNow';

/**
 * The score of an attempt as whoever gives it sees it: what they press shows at once, is saved one step after the other, and is
 * what the school has again when all of them are through.
 */
export function useScore(submission: Submission, attempt: number) {
  const { scoring } = submission;
  const [setScore] = api.useSetScoreMutation();
  const [local, setLocal] = useState<{ given: Given | null } | null>(null);
  const known = scoreNow(submission, attempt);
  const given = local ? local.given : known;
  const latest = useRef(given);
  const waiting = useRef(0);
  const saved = useRef<Promise<boolean>>(Promise.resolve(true));
  useLayoutEffect(() => {
    latest.current = given;
  });
  // What was read after the last step was saved is what the school has.
  useEffect(() => {
    if (waiting.current === 0) setLocal(null);
  }, [submission]);

  /** Takes a step; false where such a score cannot be given. */
  const take = (step: ScoreStep): boolean => {
    if ((step.kind === 'points' ? step.points : step.level) === step.was) return true;
    const taken = takeStep(scoring, latest.current, step);
    if ('fault' in taken) {
      tell(sayOutOfBounds(scoring));
      return false;
    }
    latest.current = taken.given;
    setLocal(taken);
    waiting.current += 1;
    saved.current = saved.current.then(async () => {
      const { error } = await setScore({ params: { submissionId: submission.id }, body: { attempt, step } });
      waiting.current -= 1;
      if (!error) return true;
      tellFailure(error);
      setLocal(null);
      return false;
    });
    return true;
  };
  const givePoints = (points: number | null) => take(pointsStep(latest.current, points));
  const giveLevel = (criterion: number, level: number | null) =>
    void take(levelStep(latest.current, criterion, level));
  /** Gives all of it at once, as it was before or not at all. */
  const give = (all: Given | null) => {
    if (scoring.kind === 'points') givePoints(all?.kind === 'points' ? all.points : null);
    if (scoring.kind === 'rubric') levelsOf(scoring.criteria, all).forEach((level, i) => giveLevel(i, level));
  };
  const remove = () => {
    const before = latest.current;
    give(null);
    announce('The score is removed.');
    tell('The score is removed.', () => give(before));
  };
  /** Whether all that was given is saved, once it is or could not be; what could not be was told and is asked about once. */
  const whenSaved = async () => {
    const isSaved = await saved.current;
    saved.current = Promise.resolve(true);
    return isSaved;
  };
  return { given, givePoints, giveLevel, remove, whenSaved };
}
