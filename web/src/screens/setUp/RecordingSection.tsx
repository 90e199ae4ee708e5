import { recordingKinds, type RecordingKind } from '@vestibul/core';
import { Check } from '../../parts/ui/Check';
import { Field, inputClass } from '../../parts/ui/Field';
import { Section } from './Section';
import type { Draft } from './assignmentDraft';

export const recordingWords: Record<RecordingKind, string> = {
  camera: 'the camera',
  screen: 'the screen',
  both: 'the screen with the camera in its corner',
  sound: 'sound alone',
};

interface RecordingSectionProps {
  draft: Draft;
  errors: Record<string, string>;
  set: (part: Partial<Draft>) => void;
}

/** What students may record on the spot, and for how long. */
export function RecordingSection({ draft, errors, set }: RecordingSectionProps) {
  const { recordingKinds: chosen } = draft;
  return (
    <Section title="Recording" open={chosen.length > 0}>
      <fieldset>
        <legend className="mb-1.5 font-semibold">Students can record here (none chosen: files only)</legend>
        <div className="flex flex-wrap gap-x-4 gap-y-1.5">
          {recordingKinds.map((kind) => (
            <Check
              key={kind}
              label={recordingWords[kind]}
              checked={chosen.includes(kind)}
              onChange={(on) =>
                set({ recordingKinds: on ? [...chosen, kind] : chosen.filter((one) => one !== kind) })
              }
            />
          ))}
        </div>
        <p className="mt-1.5 text-small text-ink-2">
          Each with the microphone. Students can always record just the screen: no one has to show their face
          or their room.
        </p>
      </fieldset>
      <Field label="Minutes at most" error={errors.recording} className="max-w-44">
        <input
          inputMode="numeric"
          className={inputClass}
          value={draft.mostMinutes}
          onChange={(event) => set({ mostMinutes: event.target.value })}
        />
      </Field>
    </Section>
  );
}
