import { levelsOf, type Given } from '@vestibul/core';
import type { Submission } from '../../state/api';
import { sayNumber } from '../ui/format';
import { sayCounted, sayScore } from './sayScore';

interface ScoreGivenProps {
  score: Score;
  given: Given;
  /** How late the attempt was. */
  lateMs: number;
}

type Score = Submission['scores'][number];
type Change = NonNullable<Score['change']>;

/** That a score was changed after it came back, and why. */
export function ScoreChanged({ change: { why, was } }: { change: Change }) {
  return (
    <p className="text-small [overflow-wrap:anywhere] text-ink-2">
      {was === null ? 'Given later' : `Changed from ${sayNumber(was)}`}: {why}
    </p>
  );
}

/** What was given for a piece, for its student: the points, and of each criterion the level that was reached among all of them. */
export function ScoreGiven({ score, given, lateMs }: ScoreGivenProps) {
  const { scoring, change } = score;
  const counted = sayCounted(score, lateMs);
  return (
    <section aria-label="Score" className="grid gap-3 rounded-xl border border-line bg-surface px-4 py-3">
      <p className="flex items-baseline gap-2">
        <span className="text-ink-2">Score</span>
        <b className="font-display text-xl font-semibold text-ink">{sayScore(scoring, given)}</b>
      </p>
      {counted ? <p className="font-semibold">{counted}</p> : null}
      {change ? <ScoreChanged change={change} /> : null}
      {scoring.kind === 'rubric' ? (
        <dl className="grid gap-3">
          {scoring.criteria.map((criterion, i) => {
            const reached = levelsOf(scoring.criteria, given)[i];
            return (
              <div key={i}>
                <dt className="font-semibold [overflow-wrap:anywhere]">{criterion.title}</dt>
                {criterion.levels.map((level, j) => (
                  <dd
                    key={j}
                    className={`flex gap-2 rounded px-1 text-small ${j === reached ? 'bg-brass-soft font-semibold' : 'text-ink-2'}`}
                  >
                    <span aria-hidden className="w-4 shrink-0">
                      {j === reached ? '✓' : ''}
                    </span>
                    <span className="w-7 shrink-0 text-right">{sayNumber(level.points)}</span>
                    <span className="min-w-0 [overflow-wrap:anywhere]">
                      {j === reached ? <span className="sr-only">reached: </span> : null}
                      {level.title}
                      {level.says ? <span> · {level.says}</span> : null}
                    </span>
                  </dd>
                ))}
              </div>
            );
          })}
        </dl>
      ) : null}
    </section>
  );
}
