import { mostPoints, type Scoring } from '@vestibul/core';

/** How work is scored, for those who do it and those who read it. */
export function RubricView({ scoring }: { scoring: Scoring }) {
  if (scoring.kind === 'none') return null;
  if (scoring.kind === 'points') return <p className="text-small text-ink-2">Up to {scoring.most} points.</p>;
  return (
    <details>
      <summary className="w-fit cursor-pointer rounded font-semibold text-act">
        Rubric, up to {mostPoints(scoring)} points
      </summary>
      <dl className="mt-2 grid gap-3">
        {scoring.criteria.map((criterion) => (
          <div key={criterion.title}>
            <dt className="font-semibold">{criterion.title}</dt>
            {criterion.levels.map((level, i) => (
              <dd key={i} className="flex gap-2 text-small">
                <b className="w-7 shrink-0 text-right">{level.points}</b>
                <span>
                  {level.title}
                  {level.says ? <span className="text-ink-2"> · {level.says}</span> : null}
                </span>
              </dd>
            ))}
          </div>
        ))}
      </dl>
    </details>
  );
}
