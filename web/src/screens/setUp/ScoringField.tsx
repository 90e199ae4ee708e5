import {
  FEWEST_LEVELS,
  MOST_CRITERIA,
  MOST_LEVELS,
  MOST_LEVEL_POINTS,
  MOST_POINTS,
} from '@vestibul/contract';
import { mostPoints, type Criterion, type Scoring } from '@vestibul/core';
import { Button } from '../../parts/ui/Button';
import { inputClass } from '../../parts/ui/Field';

interface ScoringFieldProps {
  value: Scoring;
  error?: string | undefined;
  onChange: (value: Scoring) => void;
}

const firstCriterion = (): Criterion => ({
  title: '',
  levels: [
    { title: 'full', points: 4, says: '' },
    { title: 'half', points: 2, says: '' },
    { title: 'none', points: 0, says: '' },
  ],
});

/** Points, or a rubric of criteria and levels; students see it with the directions. */
export function ScoringField({ value, error, onChange }: ScoringFieldProps) {
  const start = (kind: string) => {
    if (kind === 'points') onChange({ kind, most: 10 });
    else if (kind === 'rubric') onChange({ kind, criteria: [firstCriterion()] });
    else onChange({ kind: 'none' });
  };
  return (
    <div className="grid gap-3">
      <div className="flex flex-wrap items-center gap-3">
        <select
          aria-label="Scored"
          className={`${inputClass} w-auto!`}
          value={value.kind}
          onChange={(event) => start(event.target.value)}
        >
          <option value="none">not scored</option>
          <option value="points">with points</option>
          <option value="rubric">by a rubric</option>
        </select>
        {value.kind === 'points' ? (
          <label className="flex items-center gap-2">
            up to
            <input
              type="number"
              min={1}
              max={MOST_POINTS}
              className={`${inputClass} w-28!`}
              value={value.most}
              onChange={(event) => onChange({ kind: 'points', most: Number(event.target.value) })}
            />
          </label>
        ) : null}
        {value.kind === 'rubric' ? (
          <span className="text-ink-2">up to {mostPoints(value)} points</span>
        ) : null}
      </div>
      {value.kind === 'rubric' ? (
        <Rubric criteria={value.criteria} onChange={(criteria) => onChange({ kind: 'rubric', criteria })} />
      ) : null}
      {error ? (
        <p role="alert" className="text-small font-semibold text-brick">
          {error}
        </p>
      ) : null}
    </div>
  );
}

function Rubric({
  criteria,
  onChange,
}: {
  criteria: Criterion[];
  onChange: (criteria: Criterion[]) => void;
}) {
  const change = (i: number, part: Partial<Criterion>) =>
    onChange(criteria.map((one, j) => (j === i ? { ...one, ...part } : one)));
  return (
    <ol className="grid list-none gap-3 p-0">
      {criteria.map((criterion, i) => (
        <li key={i} className="grid gap-2 rounded-lg border border-line p-3">
          <div className="flex gap-2">
            <input
              aria-label={`Criterion ${i + 1}`}
              placeholder="What is looked at"
              className={`${inputClass} font-semibold`}
              maxLength={80}
              value={criterion.title}
              onChange={(event) => change(i, { title: event.target.value })}
            />
            <Button
              look="quiet"
              aria-label={`Remove criterion ${i + 1}`}
              disabled={criteria.length === 1}
              onClick={() => onChange(criteria.filter((_, j) => j !== i))}
            >
              ✕
            </Button>
          </div>
          {criterion.levels.map((level, k) => (
            <div
              key={k}
              className="grid grid-cols-[5rem_9rem_1fr_auto] items-center gap-2 max-sm:grid-cols-2"
            >
              <input
                type="number"
                min={0}
                max={MOST_LEVEL_POINTS}
                aria-label={`Points of level ${k + 1}`}
                className={inputClass}
                value={level.points}
                onChange={(event) =>
                  change(i, { levels: withLevel(criterion, k, { points: Number(event.target.value) }) })
                }
              />
              <input
                aria-label={`Name of level ${k + 1}`}
                className={inputClass}
                maxLength={40}
                value={level.title}
                onChange={(event) =>
                  change(i, { levels: withLevel(criterion, k, { title: event.target.value }) })
                }
              />
              <input
                aria-label={`What level ${k + 1} means`}
                placeholder="what it means"
                className={inputClass}
                maxLength={300}
                value={level.says}
                onChange={(event) =>
                  change(i, { levels: withLevel(criterion, k, { says: event.target.value }) })
                }
              />
              <Button
                look="quiet"
                aria-label={`Remove level ${k + 1}`}
                disabled={criterion.levels.length <= FEWEST_LEVELS}
                onClick={() => change(i, { levels: criterion.levels.filter((_, m) => m !== k) })}
              >
                ✕
              </Button>
            </div>
          ))}
          <Button
            look="quiet"
            className="justify-self-start"
            disabled={criterion.levels.length >= MOST_LEVELS}
            onClick={() => change(i, { levels: [...criterion.levels, { title: '', points: 0, says: '' }] })}
          >
            Add a level
          </Button>
        </li>
      ))}
      <li>
        <Button
          disabled={criteria.length >= MOST_CRITERIA}
          onClick={() => onChange([...criteria, firstCriterion()])}
        >
          Add a criterion
        </Button>
      </li>
    </ol>
  );
}

function withLevel(
  criterion: Criterion,
  at: number,
  part: Partial<Criterion['levels'][number]>,
): Criterion['levels'] {
  return criterion.levels.map((level, i) => (i === at ? { ...level, ...part } : level));
}
