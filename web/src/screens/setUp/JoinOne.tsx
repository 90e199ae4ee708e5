import { zodResolver } from '@hookform/resolvers/zod';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { joiningPerson, type AnswerOf } from '@vestibul/contract';
import type { ColumnMeaning, PersonId } from '@vestibul/core';
import { Button } from '../../parts/ui/Button';
import { Dialog } from '../../parts/ui/Dialog';
import { Field, inputClass } from '../../parts/ui/Field';
import { sayList, sayListName, sayName } from '../../parts/ui/format';
import { KeptDraft } from '../../parts/hall/KeptDraft';
import { useFormDraft } from '../../parts/hall/useFormDraft';
import { tell, tellFailure } from '../../parts/messages/Notices';
import { rowReasons } from '../../parts/messages/sentences';
import { api } from '../../state/api';
import type { StepProps } from './SetUp';
import { onePeriod } from '../../parts/courses/periods';

const fields = ['last', 'first', 'called', 'email', 'username', 'number'] as const satisfies ColumnMeaning[];
type Preview = AnswerOf<'previewRoster'>;

interface JoinOneProps extends StepProps {
  onClose: () => void;
  /** Shows whoever joined, with what is still due. */
  onJoined: (student: PersonId) => void;
}

/** A student who joins late: one form, and they have everything the others have. */
export function JoinOne({ course, period, onClose, onJoined }: JoinOneProps) {
  const start = onePeriod(course, period) ?? course.periods[0]!;
  const form = useForm({
    resolver: zodResolver(joiningPerson),
    defaultValues: {
      last: '',
      first: '',
      called: '',
      email: '',
      username: '',
      number: '',
      periodId: start.id as string,
      knownId: null,
      newName: false,
    },
  });
  const [asked, setAsked] = useState<{ row: Preview['rows'][number]; people: Preview['people'] } | null>(
    null,
  );
  const [knownId, setKnownId] = useState<PersonId | null>(null);
  const [look, looking] = api.usePreviewRosterMutation();
  const [join, joining] = api.useJoinRosterMutation();
  const draft = useFormDraft(form, `late joiner ${course.id}`);
  const { errors } = form.formState;
  const submit = form.handleSubmit(async (person) => {
    const params = { courseId: course.id };
    let known: PersonId | null = knownId;
    if (!asked) {
      // The same look as for a list: whether they are here already, or may be.
      const cells = fields.map((field) => `"${person[field].replaceAll('"', '""')}"`);
      const preview = await look({
        params,
        body: {
          text: cells.join('\t'),
          columns: [...fields],
          headingLine: 0,
          periodId: person.periodId,
        },
      });
      if (!preview.data) return tellFailure(preview.error);
      const row = preview.data.rows[0];
      if (row && row.outcome !== 'new') {
        setAsked({ row, people: preview.data.people });
        setKnownId(row.known);
        return;
      }
      known = row?.known ?? null;
    }
    const result = await join({
      params,
      body: { fromList: false, people: [{ ...person, knownId: known }] },
    });
    if (!result.data) return tellFailure(result.error);
    const { folders, copies, joined, cameBack } = result.data;
    const brought = [folders > 0 ? 'a turn-in folder' : '', copies > 0 ? 'the hand-outs' : ''].filter(
      Boolean,
    );
    tell(
      joined + cameBack > 0
        ? `${sayListName(person)} has joined${brought.length > 0 ? `, with ${sayList(brought)}` : ''}.`
        : `${sayListName(person)} is on the roster.`,
    );
    draft.done();
    onClose();
    if (result.data.students[0]) onJoined(result.data.students[0]);
  });
  const again = () => {
    if (asked) setAsked(null);
  };
  return (
    <Dialog title="Add a late joiner" description="A form for one student" open onClose={onClose}>
      <form onSubmit={(event) => void submit(event)} onChange={again} noValidate className="grid gap-4">
        <KeptDraft draft={draft} what="late joiner" />
        <div className="grid gap-4 sm:grid-cols-2">
          <Field label="Last name" error={errors.last?.message}>
            <input className={inputClass} autoComplete="off" {...form.register('last')} />
          </Field>
          <Field label="First name" error={errors.first?.message}>
            <input className={inputClass} autoComplete="off" {...form.register('first')} />
          </Field>
          <Field label="Called" hint="if not by the first name" error={errors.called?.message}>
            <input className={inputClass} autoComplete="off" {...form.register('called')} />
          </Field>
          <Field label="E-mail" hint="for signing in" error={errors.email?.message}>
            <input type="email" className={inputClass} autoComplete="off" {...form.register('email')} />
          </Field>
          <Field
            label="Number"
            hint="the school’s; for signing in without an e-mail address"
            error={errors.number?.message}
          >
            <input className={inputClass} autoComplete="off" {...form.register('number')} />
          </Field>
          <Field label="Period" error={errors.periodId?.message}>
            <select className={inputClass} {...form.register('periodId')}>
              {course.periods.map((known) => (
                <option key={known.id} value={known.id}>
                  {known.label}
                </option>
              ))}
            </select>
          </Field>
        </div>
        {asked ? <Asked {...asked} knownId={knownId} onKnown={setKnownId} /> : null}
        {asked?.row.outcome === 'wrong' || asked?.row.outcome === 'already there' ? null : (
          <Button type="submit" look="go" disabled={joining.isLoading || looking.isLoading}>
            {asked ? 'Join, as chosen' : course.folders > 0 ? 'Join, with a turn-in folder' : 'Join'}
          </Button>
        )}
      </form>
    </Dialog>
  );
}

interface AskedProps {
  row: Preview['rows'][number];
  people: Preview['people'];
  knownId: PersonId | null;
  onKnown: (id: PersonId | null) => void;
}

/** Why somebody has to say something before this one joins. */
function Asked({ row, people, knownId, onKnown }: AskedProps) {
  return (
    <div role="alert" className="grid gap-2 rounded-lg bg-brass-soft px-4 py-3">
      <p className="font-semibold">
        {row.outcome === 'already there'
          ? 'They are already in this period.'
          : `Look twice: ${row.reasons.map((reason) => rowReasons[reason]).join('; ')}.`}
      </p>
      {row.candidates.length > 0
        ? [...row.candidates, null].map((id) => {
            const person = people.find((known) => known.id === id);
            return (
              <label key={id ?? 'new'} className="flex items-center gap-2">
                <input
                  type="radio"
                  name="who"
                  className="size-4.5"
                  checked={knownId === id}
                  onChange={(event) => {
                    // The form's own change asks anew; this is the answer.
                    event.stopPropagation();
                    onKnown(id);
                  }}
                />
                {person
                  ? `This is ${sayName(person)}, ${person.email || 'no address'}`
                  : 'This is a new person'}
              </label>
            );
          })
        : null}
    </div>
  );
}
