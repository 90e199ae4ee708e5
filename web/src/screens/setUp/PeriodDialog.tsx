import { useState } from 'react';
import { periodBody } from '@vestibul/contract';
import { HIGHEST_PERIOD } from '@vestibul/core';
import { Button } from '../../parts/ui/Button';
import { Dialog } from '../../parts/ui/Dialog';
import { Field, inputClass } from '../../parts/ui/Field';
import { FormWithFaults } from '../../parts/ui/FormWithFaults';
import { KeptDraft } from '../../parts/hall/KeptDraft';
import { useDraft } from '../../parts/hall/useDraft';
import { tellFailure } from '../../parts/messages/Notices';
import { enamel, enamelNames } from '../../parts/courses/Plate';
import { api, type Course } from '../../state/api';
import { MeetingsField } from './MeetingsField';

interface PeriodDialogProps {
  course: Course;
  period: Course['periods'][number] | null;
  onClose: () => void;
}

/** A period's number, label, plate colour and meetings. */
export function PeriodDialog({ course, period, onClose }: PeriodDialogProps) {
  const [before] = useState(() => ({
    number: period ? String(period.number) : '',
    label: period?.label ?? '',
    colour: period?.enamel ?? null,
    meetings: period?.meetings ?? null,
  }));
  const draft = useDraft(period ? `period ${period.id}` : `new period ${course.id}`, before, before);
  const { number, label, colour, meetings } = draft.value;
  const set = (part: Partial<typeof before>) => draft.set({ ...draft.value, ...part });
  const [error, setError] = useState<string>();
  const [add, adding] = api.useAddPeriodMutation();
  const [change, changing] = api.useChangePeriodMutation();
  const submit = async () => {
    const read = periodBody.safeParse({
      number: number.trim() === '' ? Number.NaN : number,
      label,
      enamel: colour,
      meetings,
    });
    if (!read.success) return setError(read.error.issues[0]?.message);
    const result = period
      ? await change({ params: { periodId: period.id }, body: read.data })
      : await add({ params: { courseId: course.id }, body: read.data });
    if (result.error) return tellFailure(result.error);
    draft.done();
    onClose();
  };
  return (
    <Dialog
      title={period ? period.label : 'A new period'}
      description="Number, label, colour and meetings of a period"
      open
      onClose={onClose}
      className="max-w-2xl"
    >
      <FormWithFaults className="grid gap-4" noValidate onSubmit={submit}>
        <KeptDraft draft={draft} what={period ? 'change' : 'period'} />
        <div className="grid grid-cols-[7rem_1fr] gap-4">
          <Field label="Number" error={error}>
            <input
              inputMode="numeric"
              className={inputClass}
              value={number}
              max={HIGHEST_PERIOD}
              onChange={(event) => set({ number: event.target.value })}
            />
          </Field>
          <Field label="Label" hint="left empty, it is called by its number">
            <input
              className={inputClass}
              maxLength={40}
              value={label}
              onChange={(event) => set({ label: event.target.value })}
            />
          </Field>
        </div>
        <fieldset>
          <legend className="mb-1.5 font-semibold">Colour of the plate</legend>
          <div className="flex gap-2.5">
            {enamelNames.map((name, i) => (
              <label key={name} className="cursor-pointer">
                <input
                  type="radio"
                  name="enamel"
                  className="peer sr-only"
                  checked={colour === i + 1}
                  onChange={() => set({ colour: i + 1 })}
                  aria-label={name}
                />
                <span
                  className="plate size-11! text-xl! peer-checked:outline-3 peer-checked:outline-offset-2 peer-checked:outline-brass-mark peer-focus-visible:outline-3 peer-focus-visible:outline-offset-2 peer-focus-visible:outline-ink"
                  style={{ backgroundColor: enamel(i + 1) }}
                >
                  {number || '·'}
                </span>
              </label>
            ))}
          </div>
        </fieldset>
        <MeetingsField
          value={meetings}
          firstDay={course.year.startsOn}
          onChange={(chosen) => set({ meetings: chosen })}
        />
        {period && period.number !== Number(number) ? (
          <p className="text-small text-ink-2">
            What is named by the old number keeps its name; new names take the new one.
          </p>
        ) : null}
        <Button type="submit" look="go" disabled={adding.isLoading || changing.isLoading}>
          {period ? 'Save changes' : 'Add the period'}
        </Button>
      </FormWithFaults>
    </Dialog>
  );
}
