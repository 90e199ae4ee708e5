import { useState } from 'react';
import { phraseBody } from '@vestibul/contract';
import { Button } from '../../parts/ui/Button';
import { Check } from '../../parts/ui/Check';
import { Dialog } from '../../parts/ui/Dialog';
import { Field, inputClass } from '../../parts/ui/Field';
import { KeptDraft } from '../../parts/hall/KeptDraft';
import { useDraft } from '../../parts/hall/useDraft';
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
  const draft = useDraft(
    changed ? `phrase ${changed.id}` : `new phrase ${course.id}`,
    changed
      ? { key: changed.key, text: changed.text, isMine: changed.isMine }
      : { key: '', text, isMine: true },
    changed,
  );
  const [fault, setFault] = useState<{ key?: string; text?: string }>({});
  const [keep, keeping] = api.useKeepPhraseMutation();
  const [change, changing] = api.useChangePhraseMutation();
  const save = async () => {
    const read = phraseBody.safeParse(draft.value);
    if (!read.success) {
      const says = (field: string) => read.error.issues.find(({ path }) => path[0] === field)?.message;
      return setFault({ key: says('key'), text: says('text') });
    }
    setFault({});
    const { error } = changed
      ? await change({ params: { ...params, phraseId: changed.id }, body: read.data })
      : await keep({ params, body: { ...read.data, isMine: draft.value.isMine } });
    if (error) return tellFailure(error);
    draft.done();
    announce(`The phrase ;${read.data.key} is kept.`);
    onDone();
  };
  const { value, set } = draft;
  return (
    <form
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <KeptDraft draft={draft} what="phrase" />
      <Field label="Key" hint="What you type after a semicolon, for example ;1" error={fault.key}>
        <input
          className={inputClass}
          value={value.key}
          autoComplete="off"
          onChange={(event) => set({ ...value, key: event.target.value })}
        />
      </Field>
      <Field
        label="Words"
        hint="{first}, {last} and {assignment} are filled in for each student."
        error={fault.text}
      >
        <textarea
          rows={3}
          maxLength={4000}
          className={inputClass}
          value={value.text}
          onChange={(event) => set({ ...value, text: event.target.value })}
        />
      </Field>
      {changed ? null : (
        <Check
          label="For all staff of this course"
          checked={!value.isMine}
          onChange={(isCourses) => set({ ...value, isMine: !isCourses })}
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
    </form>
  );
}
