import { countings, lateCounts, type Counting, type LateCounts } from '@vestibul/core';
import { Field, inputClass } from '../../parts/ui/Field';
import { Section } from './Section';
import type { Draft } from './assignmentDraft';

const lateWords: Record<LateCounts, string> = {
  'when turned in': 'when ‘Turn in’ is pressed',
  'when sending began': 'when the last file set out',
};

const countingWords: Record<Counting, string> = {
  'last in time': 'the last one that was in time',
  last: 'the last one',
  best: 'the one with the best score',
};

interface LateSectionProps {
  draft: Draft;
  errors: Record<string, string>;
  set: (part: Partial<Draft>) => void;
}

/** When work is late, and which attempt counts where there are several. */
export function LateSection({ draft, errors, set }: LateSectionProps) {
  return (
    <Section
      title="Late, and again"
      open={
        draft.graceMinutes !== '0' || draft.lateCounts !== lateCounts[0] || draft.counting !== countings[0]
      }
    >
      <div className="grid gap-4 sm:grid-cols-2">
        <Field
          label="Minutes of grace"
          hint="nothing is late or missing until they have passed"
          error={errors.graceMinutes}
        >
          <input
            inputMode="numeric"
            className={inputClass}
            value={draft.graceMinutes}
            onChange={(event) => set({ graceMinutes: event.target.value })}
          />
        </Field>
        <Field label="What counts as the time">
          <select
            className={inputClass}
            value={draft.lateCounts}
            onChange={(event) => set({ lateCounts: event.target.value as LateCounts })}
          >
            {lateCounts.map((known) => (
              <option key={known} value={known}>
                {lateWords[known]}
              </option>
            ))}
          </select>
        </Field>
        <Field label="Which attempt counts" hint="turned in again: every attempt stays on the record">
          <select
            className={inputClass}
            value={draft.counting}
            onChange={(event) => set({ counting: event.target.value as Counting })}
          >
            {countings.map((known) => (
              <option key={known} value={known}>
                {countingWords[known]}
              </option>
            ))}
          </select>
        </Field>
      </div>
    </Section>
  );
}
