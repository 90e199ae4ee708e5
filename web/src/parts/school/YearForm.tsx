import { useState } from 'react';
import { yearBody, type AnswerOf } from '@vestibul/contract';
import { Button } from '../ui/Button';
import { Field, inputClass } from '../ui/Field';
import { FormWithFaults } from '../ui/FormWithFaults';
import { KeptDraft } from '../hall/KeptDraft';
import { useDraft } from '../hall/useDraft';
import { tellFailure } from '../messages/Notices';
import { api } from '../../state/api';

type Year = AnswerOf<'listYears'>[number];

interface YearFormProps {
  /** The year that is changed; without one, a new one is made. */
  year?: Year;
  onDone: () => void;
}

interface Term {
  id: string | null;
  name: string;
  startsOn: string;
  endsOn: string;
}

/** A school year: what it is called, its first and last day, its terms. */
export function YearForm({ year, onDone }: YearFormProps) {
  const [before] = useState(() => startOf(year));
  const kept = useDraft(year ? `year ${year.id}` : 'new year', before, before);
  const draft = kept.value;
  const [errors, setErrors] = useState<Record<string, string>>({});
  const [make, making] = api.useMakeYearMutation();
  const [change, changing] = api.useChangeYearMutation();
  const set = (part: Partial<typeof draft>) => kept.set({ ...draft, ...part });
  const setTerm = (i: number, part: Partial<Term>) =>
    set({ terms: draft.terms.map((term, j) => (j === i ? { ...term, ...part } : term)) });
  const submit = async () => {
    const read = yearBody.safeParse(draft);
    if (!read.success) {
      return setErrors(
        Object.fromEntries(read.error.issues.map((issue) => [String(issue.path[0]), issue.message])),
      );
    }
    const result = year
      ? await change({ params: { yearId: year.id }, body: draft })
      : await make({ body: draft });
    if (result.error) return tellFailure(result.error);
    kept.done();
    onDone();
  };
  return (
    <FormWithFaults className="grid gap-4" noValidate onSubmit={submit}>
      <KeptDraft draft={kept} what={year ? 'change' : 'year'} />
      <Field label="Year" error={errors.label}>
        <input
          className={inputClass}
          value={draft.label}
          maxLength={40}
          onChange={(event) => set({ label: event.target.value })}
        />
      </Field>
      <div className="grid grid-cols-2 gap-4">
        <Field label="First day" error={errors.startsOn}>
          <input
            type="date"
            className={inputClass}
            value={draft.startsOn}
            onChange={(event) => set({ startsOn: event.target.value })}
          />
        </Field>
        <Field label="Last day" error={errors.endsOn}>
          <input
            type="date"
            className={inputClass}
            value={draft.endsOn}
            onChange={(event) => set({ endsOn: event.target.value })}
          />
        </Field>
      </div>
      <fieldset className="grid gap-2">
        <legend className="mb-1 font-semibold">Terms</legend>
        {draft.terms.map((term, i) => (
          <div key={term.id ?? `new-${i}`} className="flex flex-wrap items-center gap-2">
            <input
              aria-label={`Name of term ${i + 1}`}
              className={`${inputClass} min-w-32 flex-1`}
              maxLength={40}
              value={term.name}
              onChange={(event) => setTerm(i, { name: event.target.value })}
            />
            <input
              type="date"
              aria-label={`First day of ${term.name}`}
              className={`${inputClass} w-38!`}
              value={term.startsOn}
              onChange={(event) => setTerm(i, { startsOn: event.target.value })}
            />
            <input
              type="date"
              aria-label={`Last day of ${term.name}`}
              className={`${inputClass} w-38!`}
              value={term.endsOn}
              onChange={(event) => setTerm(i, { endsOn: event.target.value })}
            />
            <Button
              look="quiet"
              aria-label={`Remove ${term.name}`}
              onClick={() => set({ terms: draft.terms.filter((_, j) => j !== i) })}
            >
              ✕
            </Button>
          </div>
        ))}
        {errors.terms ? (
          <p role="alert" className="text-small font-semibold text-brick">
            {errors.terms}
          </p>
        ) : null}
        <Button
          look="quiet"
          className="justify-self-start"
          onClick={() =>
            set({
              terms: [
                ...draft.terms,
                {
                  id: null,
                  name: `Term ${draft.terms.length + 1}`,
                  startsOn: draft.startsOn,
                  endsOn: draft.endsOn,
                },
              ],
            })
          }
        >
          Add a term
        </Button>
      </fieldset>
      {year ? (
        <p className="text-small text-ink-2">
          After its last day a year is read only. A later last day opens it again.
        </p>
      ) : null}
      <div className="flex gap-3">
        <Button type="submit" look="go" disabled={making.isLoading || changing.isLoading}>
          {year ? 'Save changes' : 'Make the year'}
        </Button>
        {year ? (
          <Button look="quiet" onClick={onDone}>
            Cancel
          </Button>
        ) : null}
      </div>
    </FormWithFaults>
  );
}

function startOf(year: Year | undefined): { label: string; startsOn: string; endsOn: string; terms: Term[] } {
  if (year) return { ...year, terms: year.terms.map((term) => ({ ...term })) };
  const now = new Date();
  const start = now.getMonth() >= 6 ? now.getFullYear() : now.getFullYear() - 1;
  return {
    label: `${start}–${String(start + 1).slice(2)}`,
    startsOn: `${start}-08-25`,
    endsOn: `${start + 1}-07-15`,
    terms: [],
  };
}
