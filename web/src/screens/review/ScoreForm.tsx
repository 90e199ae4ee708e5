import { useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import { levelsOf, mostPoints, type Given, type Scoring } from '@vestibul/core';
import { inputClass } from '../../parts/ui/Field';
import { sayNumber } from '../../parts/ui/format';
import { readPoints, sayOutOfBounds, sayScore } from '../../parts/review/sayScore';
import { announce } from '../../parts/messages/announce';
import { tell } from '../../parts/messages/Notices';
import { useKeys } from '../../parts/ui/useKeys';

/** By what a score is given: at once, or with the rest of a form. */
export interface ScoreHand {
  given: Given | null;
  /** False where such points cannot be given. */
  givePoints: (points: number | null) => boolean;
  giveLevel: (criterion: number, level: number | null) => void;
  /** Null where there must be one. */
  remove: (() => void) | null;
}

interface ScoreFormProps {
  scoring: Scoring;
  score: ScoreHand;
  /** Points by an earlier way of scoring, which are not these. */
  before: number | null;
  /** Whether it can be changed here and now, by whoever looks at it. */
  isOpen: boolean;
}

/** What the work is given: points in a field, or one level of each criterion by its number. */
export function ScoreForm({ scoring, score, before, isOpen }: ScoreFormProps) {
  if (scoring.kind === 'none') return null;
  return (
    <section aria-label="Score" className="grid gap-2">
      <p className="flex flex-wrap items-baseline gap-x-2">
        <span className="font-semibold">Score</span>
        <span className={score.given ? 'font-display text-lg text-ink' : 'text-ink-2'}>
          {sayScore(scoring, score.given)}
        </span>
        {score.given && isOpen && score.remove ? (
          <button
            type="button"
            className="ml-auto rounded font-semibold text-act underline"
            aria-label="Remove score"
            onClick={score.remove}
          >
            Remove
          </button>
        ) : null}
      </p>
      {before !== null ? (
        <p className="text-small text-ink-2">
          {sayNumber(before)} points were given before the scoring of this assignment changed.
        </p>
      ) : null}
      {!isOpen ? null : scoring.kind === 'points' ? (
        <Points most={scoring.most} score={score} />
      ) : (
        <Rubric criteria={scoring.criteria} score={score} />
      )}
    </section>
  );
}

function Points({ most, score }: { most: number; score: ScoreHand }) {
  const box = useRef<HTMLInputElement>(null);
  const [typed, setTyped] = useState<string | null>(null);
  const given = score.given?.kind === 'points' ? sayNumber(score.given.points) : '';
  useKeys({ s: () => box.current?.select() });
  const save = () => {
    if (typed === null) return;
    const points = readPoints(typed);
    // What cannot be given stays in the field, to be put right.
    if (points === undefined) tell(sayOutOfBounds({ kind: 'points', most }));
    else if (score.givePoints(points)) setTyped(null);
  };
  return (
    <label className="flex items-center gap-2">
      <kbd>s</kbd>
      <input
        ref={box}
        inputMode="decimal"
        autoComplete="off"
        maxLength={9}
        aria-label={`Points, up to ${sayNumber(most)}`}
        className={`${inputClass} w-24!`}
        value={typed ?? given}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={save}
        onKeyDown={(event) => {
          // Leaving the field saves it: what was typed is taken out before.
          if (event.key === 'Escape') flushSync(() => setTyped(null));
          if (event.key === 'Enter' || event.key === 'Escape') event.currentTarget.blur();
        }}
      />
      <span>of {sayNumber(most)} points</span>
    </label>
  );
}

type Criteria = Extract<Scoring, { kind: 'rubric' }>['criteria'];

function Rubric({ criteria, score }: { criteria: Criteria; score: ScoreHand }) {
  const levels = levelsOf(criteria, score.given);
  const open = levels.indexOf(null);
  const [chosen, setChosen] = useState<number | null>(null);
  // Where nobody has said otherwise, the first that has no level yet is the one that the numbers mean.
  const at = chosen ?? (open < 0 ? 0 : open);
  const choose = (criterion: number, level: number) => {
    score.giveLevel(criterion, level);
    const next = levels.findIndex((one, i) => i > criterion && one === null);
    setChosen(next < 0 ? Math.min(criterion + 1, criteria.length - 1) : next);
    const { title, points } = criteria[criterion]!.levels[level]!;
    announce(`${criteria[criterion]!.title}: ${title}, ${sayNumber(points)}.`);
  };
  const goOn = () => {
    const next = (at + 1) % criteria.length;
    setChosen(next);
    announce(`${criteria[next]!.title}: choose a level by its number.`);
  };
  const numbers = Object.fromEntries(
    criteria[at]!.levels.map((_, i) => [String(i + 1), () => choose(at, i)]),
  );
  useKeys({ ...numbers, s: goOn });
  return (
    <div className="grid gap-2">
      {criteria.map((criterion, i) => (
        <fieldset
          key={i}
          className={`grid gap-1 border-l-4 pl-2 ${i === at ? 'border-brass-mark' : 'border-transparent'}`}
        >
          <legend className="text-small font-semibold [overflow-wrap:anywhere]">
            {i === at ? <span aria-hidden>▸ </span> : null}
            {criterion.title}
          </legend>
          <div className="flex flex-wrap gap-1">
            {criterion.levels.map((level, j) => (
              <label
                key={j}
                title={level.says}
                className="flex items-baseline gap-1.5 rounded-md border border-edge bg-surface px-2 py-1 text-small has-checked:border-brass-mark has-checked:bg-brass-soft has-checked:font-semibold has-focus-visible:outline-3"
              >
                <input
                  type="radio"
                  name={`criterion ${i}`}
                  className="sr-only"
                  checked={levels[i] === j}
                  onChange={() => choose(i, j)}
                />
                {i === at ? <kbd aria-hidden>{j + 1}</kbd> : null}
                <span>
                  {levels[i] === j ? <span aria-hidden>✓ </span> : null}
                  {level.title} <b className="font-semibold">{sayNumber(level.points)}</b>
                </span>
              </label>
            ))}
          </div>
        </fieldset>
      ))}
      <p className="text-small text-ink-2">
        <kbd>1</kbd> to <kbd>{criteria[at]!.levels.length}</kbd> choose a level
        {criteria.length > 1 ? (
          <>
            , <kbd>s</kbd> goes to the next criterion
          </>
        ) : null}
        . Up to {sayNumber(mostPoints({ kind: 'rubric', criteria })!)} points.
      </p>
    </div>
  );
}
