import { useState } from 'react';
import { levelStep, pointsStep, takeStep, type Given, type ScoreStep } from '@vestibul/core';
import { Button } from '../../parts/ui/Button';
import { Field, inputClass } from '../../parts/ui/Field';
import { KeptDraft } from '../../parts/hall/KeptDraft';
import { useDraft } from '../../parts/hall/useDraft';
import { announce } from '../../parts/messages/announce';
import { tell, tellFailure } from '../../parts/messages/Notices';
import { sayName } from '../../parts/ui/format';
import { sayOutOfBounds, sayScore } from '../../parts/review/sayScore';
import { ScoreChanged } from '../../parts/review/ScoreGiven';
import { api, type Submission } from '../../state/api';
import { ScoreForm } from './ScoreForm';
import { scoreNow } from './scoreNow';

/** The score of work that is handed back: changed only with a reason, which its student reads with it. */
export function ScoreChange({ submission, attempt }: { submission: Submission; attempt: number }) {
  const { scoring } = submission;
  const known = scoreNow(submission, attempt);
  const change = submission.scores.find((score) => score.attempt === attempt)?.change;
  const draft = useDraft<{ given: Given | null; why: string }>(
    `score ${submission.id} ${attempt}`,
    { given: known, why: '' },
    known,
  );
  const { given, why } = draft.value;
  const [isWanted, setWanted] = useState(false);
  const [changeScore, changing] = api.useChangeScoreMutation();
  const isOpen = isWanted || draft.kept !== null;
  const differs = JSON.stringify(given) !== JSON.stringify(known);

  const take = (step: ScoreStep) => {
    const taken = takeStep(scoring, given, step);
    if ('fault' in taken) tell(sayOutOfBounds(scoring));
    else draft.set({ given: taken.given, why });
    return !('fault' in taken);
  };
  const hand = {
    given,
    givePoints: (points: number | null) => take(pointsStep(given, points)),
    giveLevel: (criterion: number, level: number | null) => void take(levelStep(given, criterion, level)),
    remove: null,
  };
  const close = () => {
    draft.done();
    setWanted(false);
  };
  const save = async () => {
    if (given === null) return;
    const { error } = await changeScore({
      params: { submissionId: submission.id },
      body: { attempt, given, was: known, why },
    });
    if (error) return tellFailure(error);
    close();
    announce(`${sayName(submission.student)}’s score is changed: ${sayScore(scoring, given)}.`);
  };
  if (scoring.kind === 'none') return null;
  if (!isOpen)
    return (
      <section aria-label="Score" className="grid gap-1">
        <p className="flex flex-wrap items-baseline gap-x-2">
          <span className="font-semibold">Score</span>
          <span className={known ? 'font-display text-lg text-ink' : 'text-ink-2'}>
            {sayScore(scoring, known)}
          </span>
          <button
            type="button"
            className="ml-auto rounded font-semibold text-act underline"
            onClick={() => setWanted(true)}
          >
            Change score
          </button>
        </p>
        {change ? <ScoreChanged change={change} /> : null}
      </section>
    );
  return (
    <form
      className="grid gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <KeptDraft draft={draft} what="score" />
      <ScoreForm scoring={scoring} score={hand} before={null} isOpen />
      <Field label="Why it is changed" hint="The student reads it with the new score.">
        <textarea
          rows={2}
          maxLength={500}
          className={inputClass}
          value={why}
          onChange={(event) => draft.set({ given, why: event.target.value })}
        />
      </Field>
      <div className="flex flex-wrap gap-2">
        <Button type="submit" look="go" disabled={changing.isLoading || !differs || !given || !why.trim()}>
          Save score
        </Button>
        <Button look="quiet" onClick={close}>
          Cancel
        </Button>
      </div>
    </form>
  );
}
