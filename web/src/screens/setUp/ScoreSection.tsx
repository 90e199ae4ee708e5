import { Check } from '../../parts/ui/Check';
import { Field, inputClass } from '../../parts/ui/Field';
import { ScoringField } from './ScoringField';
import { Section } from './Section';
import type { Draft } from './assignmentDraft';

interface ScoreSectionProps {
  draft: Draft;
  errors: Record<string, string>;
  set: (part: Partial<Draft>) => void;
}

/** How work is scored, what being late takes off, and how much it counts. */
export function ScoreSection({ draft, errors, set }: ScoreSectionProps) {
  const numbers = (
    key: 'latePercent' | 'lateMost' | 'weight',
    label: string,
    hint?: string,
    error?: string,
  ) => (
    <Field label={label} {...(hint === undefined ? {} : { hint })} error={error}>
      <input
        inputMode="numeric"
        autoComplete="off"
        className={inputClass}
        value={draft[key]}
        onChange={(event) => set({ [key]: event.target.value })}
      />
    </Field>
  );
  return (
    <Section title="Score" open={draft.scoring.kind !== 'none'}>
      <ScoringField value={draft.scoring} error={errors.scoring} onChange={(scoring) => set({ scoring })} />
      {draft.scoring.kind === 'none' ? null : (
        <div className="grid gap-4 sm:max-w-xl">
          <Check
            label="Late work counts less; students are told beforehand"
            checked={draft.isLessWhenLate}
            onChange={(isLessWhenLate) => set({ isLessWhenLate })}
          />
          {draft.isLessWhenLate ? (
            <div className="grid gap-4 sm:grid-cols-2">
              {numbers(
                'latePercent',
                'Percent off for each day late',
                'of the points that can be reached',
                errors.lateRule,
              )}
              {numbers('lateMost', 'Percent off at most')}
            </div>
          ) : null}
          <div className="grid gap-4 sm:grid-cols-2">
            {numbers(
              'weight',
              'Weight in the mark book',
              'left empty: as much as its points; 0: not counted',
              errors.weight,
            )}
          </div>
        </div>
      )}
    </Section>
  );
}
