import { useState } from 'react';
import { zodResolver } from '@hookform/resolvers/zod';
import { Controller, useForm } from 'react-hook-form';
import { LONGEST_COMMENT, newPhrase } from '@vestibul/contract';
import { Button } from '../../parts/ui/Button';
import { Check } from '../../parts/ui/Check';
import { Dialog } from '../../parts/ui/Dialog';
import { Field, inputClass } from '../../parts/ui/Field';
import { FormWithFaults } from '../../parts/ui/FormWithFaults';
import { KeptDraft } from '../../parts/hall/KeptDraft';
import { useFormDraft } from '../../parts/hall/useFormDraft';
import { announce } from '../../parts/messages/announce';
import { tell, tellFailure } from '../../parts/messages/Notices';
import { api, type Course } from '../../state/api';
import type { KeptPhrase } from './usePhrases';

interface PhrasesDialogProps {
  course: Course;
  phrases: readonly KeptPhrase[];
  text: string;
  onClose: () => void;
}

/** All phrases, and the form for one: a new one, or one that is changed. */
export function PhrasesDialog({ course, phrases, text, onClose }: PhrasesDialogProps) {
  const params = { courseId: course.id };
  const [changed, setChanged] = useState<KeptPhrase | null>(null);
  const [keep] = api.useKeepPhraseMutation();
  const [remove] = api.useRemovePhraseMutation();
  const takeAway = async (phrase: KeptPhrase) => {
    const { error } = await remove({ params: { ...params, phraseId: phrase.id } });
    if (error) return tellFailure(error);
    const { key, text: words, isMine } = phrase;
    tell('The phrase is removed.', () => void keep({ params, body: { key, text: words, isMine } }));
  };
  return (
    <Dialog open title="Phrases" description="Comments that you keep for reuse." onClose={onClose}>
      <PhraseForm
        key={changed?.id ?? 'new'}
        course={course}
        changed={changed}
        text={text}
        onDone={() => setChanged(null)}
      />
      <ul aria-label="Phrases" className="grid list-none gap-2 p-0">
        {phrases.map((phrase) => (
          <li key={phrase.id} className="rounded-lg border border-line px-3 py-2">
            <p className="[overflow-wrap:anywhere] whitespace-pre-wrap">
              <kbd>;{phrase.key}</kbd> {phrase.text}
            </p>
            <p className="mt-1 flex gap-x-3 text-[12.5px] text-ink-2">
              <span>{phrase.isMine ? 'your own' : 'this course’s'}</span>
              <button
                type="button"
                className="ml-auto rounded font-semibold text-act underline"
                onClick={() => setChanged(phrase)}
              >
                Change ;{phrase.key}
              </button>
              <button
                type="button"
                className="rounded font-semibold text-act underline"
                onClick={() => void takeAway(phrase)}
              >
                Remove ;{phrase.key}
              </button>
            </p>
          </li>
        ))}
      </ul>
    </Dialog>
  );
}

interface PhraseFormProps {
  course: Course;
  /** Null where it is a new one. */
  changed: KeptPhrase | null;
  text: string;
  onDone: () => void;
}

function PhraseForm({ course, changed, text, onDone }: PhraseFormProps) {
  const params = { courseId: course.id };
  const form = useForm({
    resolver: zodResolver(newPhrase),
    defaultValues: {
      key: changed?.key ?? '',
      text: changed?.text ?? text,
      isMine: changed?.isMine ?? true,
    },
  });
  const draft = useFormDraft(form, changed ? `phrase ${changed.id}` : `new phrase ${course.id}`, changed);
  const { errors } = form.formState;
  const [keep, keeping] = api.useKeepPhraseMutation();
  const [change, changing] = api.useChangePhraseMutation();
  const save = form.handleSubmit(async ({ key, text: words, isMine }) => {
    const { error } = changed
      ? await change({ params: { ...params, phraseId: changed.id }, body: { key, text: words } })
      : await keep({ params, body: { key, text: words, isMine } });
    if (error) return tellFailure(error);
    form.reset();
    draft.done();
    announce(`The phrase ;${key} is kept.`);
    onDone();
  });
  return (
    <FormWithFaults onSubmit={save} noValidate className="grid gap-3">
      <KeptDraft draft={draft} what="phrase" />
      <Field label="Key" hint="What you type after a semicolon, for example ;1" error={errors.key?.message}>
        <input className={inputClass} autoComplete="off" {...form.register('key')} />
      </Field>
      <Field
        label="Words"
        hint="{first}, {last} and {assignment} are filled in for each student."
        error={errors.text?.message}
      >
        <textarea rows={3} maxLength={LONGEST_COMMENT} className={inputClass} {...form.register('text')} />
      </Field>
      {changed ? null : (
        <Controller
          control={form.control}
          name="isMine"
          render={({ field: { value, onChange } }) => (
            <Check
              label="For all staff of this course"
              checked={!value}
              onChange={(isCourses) => onChange(!isCourses)}
            />
          )}
        />
      )}
      <div className="flex flex-wrap gap-2">
        <Button type="submit" look="go" disabled={keeping.isLoading || changing.isLoading}>
          {changed ? 'Save phrase' : 'Keep phrase'}
        </Button>
        {changed ? (
          <Button
            look="quiet"
            onClick={() => {
              draft.done();
              onDone();
            }}
          >
            Cancel
          </Button>
        ) : null}
      </div>
    </FormWithFaults>
  );
}
