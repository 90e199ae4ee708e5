import { useState } from 'react';
import { assignmentBody, type AnswerOf } from '@vestibul/contract';
import { afterwards, forms, isLocalTime, type Afterwards, type Form } from '@vestibul/core';
import { Button } from '../../parts/ui/Button';
import { Field, inputClass } from '../../parts/ui/Field';
import { FormWithFaults } from '../../parts/ui/FormWithFaults';
import { GroupMark } from '../../parts/courses/GroupMark';
import { Markdown } from '../../parts/ui/Markdown';
import { tell, tellFailure } from '../../parts/messages/Notices';
import { KeptDraft } from '../../parts/hall/KeptDraft';
import { useDraft } from '../../parts/hall/useDraft';
import { useZone } from '../../parts/hall/useSession';
import { Check } from '../../parts/ui/Check';
import { api, type Course } from '../../state/api';
import { DueFields } from './DueFields';
import { ScoreSection } from './ScoreSection';
import { LateSection } from './LateSection';
import { RecordingSection } from './RecordingSection';
import { Section } from './Section';
import { TouchedPieces } from './TouchedPieces';
import { OffRuleField } from './names/OffRulePicker';
import { bodyOf, draftOf, type Draft } from './assignmentDraft';

interface AssignmentFormProps {
  course: Course;
  assignment?: AnswerOf<'readAssignment'>;
  onDone: () => void;
}

const afterwardsWords: Record<Afterwards, string> = {
  nothing: 'only their receipt',
  own: 'their own pieces',
  period: 'all work in their period, once they have turned in',
};
/** Everything about an assignment: the four things that each needs first, the rest folded away. */
export function AssignmentForm({ course, assignment, onDone }: AssignmentFormProps) {
  const zone = useZone();
  const [before] = useState<Draft>(() => draftOf(course, assignment, zone));
  const kept = useDraft(
    assignment ? `assignment ${assignment.id}` : `new assignment ${course.id}`,
    before,
    assignment,
  );
  const draft = kept.value;
  const [also, setAlso] = useState(true);
  const [errors, setErrors] = useState<Record<string, string>>({});
  const [make, making] = api.useMakeAssignmentMutation();
  const [change, changing] = api.useChangeAssignmentMutation();
  const [drop, dropping] = api.useDropAssignmentMutation();
  const set = (part: Partial<Draft>) => kept.set({ ...draft, ...part });
  const groups = course.periods.flatMap((period) =>
    draft.dues[period.id] === undefined ? [] : period.groups.map((group) => ({ ...group, period })),
  );

  const submit = async (when: Draft['when']) => {
    const body = bodyOf({ ...draft, when });
    const found = complaints(course, { ...draft, when }, body);
    setErrors(found);
    if (Object.keys(found).length > 0) return;
    const result = assignment
      ? await change({ params: { assignmentId: assignment.id }, body: { ...body, alsoTurnedIn: also } })
      : await make({ params: { courseId: course.id }, body });
    if (result.error) return tellFailure(result.error);
    kept.done();
    tell(
      when === 'draft'
        ? `‘${body.title}’ is saved as a draft. Only the staff can see it.`
        : when === 'at'
          ? `‘${body.title}’ is scheduled; students see it at its time.`
          : assignment && draft.when === 'now'
            ? `‘${body.title}’ is changed.`
            : `‘${body.title}’ is published. Students see it now.`,
    );
    onDone();
  };
  const cancel = () => {
    if (draft !== before) tell('Your changes are discarded.', kept.discard());
    onDone();
  };
  const takeAway = async () => {
    const result = await drop({ params: { assignmentId: assignment!.id } });
    if (result.error) return tellFailure(result.error);
    kept.done();
    tell(`‘${assignment!.title}’ is deleted. No one had started it.`);
    onDone();
  };
  const busy = making.isLoading || changing.isLoading;
  return (
    <FormWithFaults onSubmit={() => submit(draft.when)} noValidate className="grid max-w-3xl gap-5">
      <KeptDraft draft={kept} what={assignment ? 'change' : 'assignment'} />
      <Field label="Title" error={errors.title}>
        <input
          className={`${inputClass} text-lg`}
          autoComplete="off"
          value={draft.title}
          onChange={(event) => set({ title: event.target.value })}
        />
      </Field>
      <div>
        <DueFields
          course={course}
          draft={draft}
          zone={zone}
          known={assignment ? before.dues : {}}
          onChange={(dues) => set({ dues })}
          error={errors.dues}
        />
        {assignment?.hasWork ? (
          <TouchedPieces assignment={assignment} before={before} draft={draft} also={also} onAlso={setAlso} />
        ) : null}
      </div>
      <DirectionsField
        value={draft.directions}
        error={errors.directions}
        onChange={(directions) => set({ directions })}
      />
      <Section title="Names and order" open={Boolean(draft.shortName || draft.unit)}>
        <div className="grid gap-4 sm:grid-cols-2">
          <Field label="Short name for file names" hint="if the title is long" error={errors.shortName}>
            <input
              className={inputClass}
              autoComplete="off"
              value={draft.shortName}
              onChange={(event) => set({ shortName: event.target.value })}
            />
          </Field>
          <Field label="Unit" error={errors.unit}>
            <input
              className={inputClass}
              autoComplete="off"
              list="units"
              value={draft.unit}
              onChange={(event) => set({ unit: event.target.value })}
            />
          </Field>
          <datalist id="units">
            {[...new Set(course.assignments.map(({ unit }) => unit).filter(Boolean))].map((unit) => (
              <option key={unit} value={unit} />
            ))}
          </datalist>
        </div>
      </Section>
      <LateSection draft={draft} errors={errors} set={set} />
      <Section title="Files accepted" open={draft.forms.length > 0 || draft.files !== ''}>
        <fieldset>
          <legend className="mb-1.5 font-semibold">Kinds (none chosen: any)</legend>
          <div className="flex flex-wrap gap-x-4 gap-y-1.5">
            {forms.map((form: Form) => (
              <Check
                key={form}
                label={form}
                checked={draft.forms.includes(form)}
                onChange={(on) =>
                  set({ forms: on ? [...draft.forms, form] : draft.forms.filter((one) => one !== form) })
                }
              />
            ))}
          </div>
        </fieldset>
        <Field label="Number of files" hint="left empty: any" error={errors.wants} className="max-w-44">
          <input
            inputMode="numeric"
            className={inputClass}
            value={draft.files}
            onChange={(event) => set({ files: event.target.value })}
          />
        </Field>
      </Section>
      <RecordingSection draft={draft} errors={errors} set={set} />
      <ScoreSection draft={draft} errors={errors} set={set} />
      <Section
        title="Who turns in, and what they see"
        open={
          draft.groupIds.length > 0 ||
          draft.afterwards !== 'own' ||
          draft.holds ||
          draft.offRule !== null ||
          draft.tells
        }
      >
        {groups.length > 0 ? (
          <fieldset>
            <legend className="mb-1.5 font-semibold">Groups (none chosen: everyone)</legend>
            <div className="flex flex-wrap gap-x-4 gap-y-1.5">
              {groups.map((group) => (
                <Check
                  key={group.id}
                  label={
                    <>
                      <GroupMark group={group} named />{' '}
                      <span className="text-small text-ink-2">{group.period.label}</span>
                    </>
                  }
                  checked={draft.groupIds.includes(group.id)}
                  onChange={(on) =>
                    set({
                      groupIds: on
                        ? [...draft.groupIds, group.id]
                        : draft.groupIds.filter((id) => id !== group.id),
                    })
                  }
                />
              ))}
            </div>
          </fieldset>
        ) : null}
        <Field label="Afterwards students see" className="max-w-md">
          <select
            className={inputClass}
            value={draft.afterwards}
            onChange={(event) => set({ afterwards: event.target.value as Afterwards })}
          >
            {afterwards.map((known) => (
              <option key={known} value={known}>
                {afterwardsWords[known]}
              </option>
            ))}
          </select>
        </Field>
        <Check
          label="Hold each piece for my approval; until then no other student sees it"
          checked={draft.holds}
          onChange={(holds) => set({ holds })}
        />
        <OffRuleField
          value={draft.offRule}
          ofCourse={course.offRule}
          onChange={(offRule) => set({ offRule })}
        />
        <Check
          label="Notify students when this is published and when it is handed back"
          checked={draft.tells}
          onChange={(tells) => set({ tells })}
        />
      </Section>
      <Section title="When students see it" open={draft.when !== 'now'}>
        <fieldset className="grid gap-2">
          <legend className="sr-only">When students see it</legend>
          {(
            [
              ['draft', 'a draft: only the staff'],
              ['now', 'now'],
              ['at', 'from'],
            ] as const
          ).map(([when, label]) => (
            <label key={when} className="flex items-center gap-2">
              <input
                type="radio"
                name="when"
                className="size-4.5"
                checked={draft.when === when}
                onChange={() => set({ when })}
              />
              {label}
              {when === 'at' && draft.when === 'at' ? (
                <input
                  type="datetime-local"
                  aria-label="Published at"
                  className={`${inputClass} w-60!`}
                  value={draft.publishAt}
                  onChange={(event) => set({ publishAt: event.target.value })}
                />
              ) : null}
            </label>
          ))}
          {errors.visible ? (
            <p role="alert" className="text-small font-semibold text-brick">
              {errors.visible}
            </p>
          ) : null}
        </fieldset>
      </Section>
      <div className="sticky -bottom-3 z-2 flex flex-wrap items-center gap-3 border-t border-line bg-wall py-3">
        <Button type="submit" look="go" disabled={busy}>
          {draft.when === 'draft'
            ? 'Save draft'
            : assignment
              ? 'Save changes'
              : draft.when === 'at'
                ? 'Schedule'
                : 'Publish'}
        </Button>
        {!assignment && draft.when === 'now' ? (
          <Button disabled={busy} onClick={() => void submit('draft')}>
            Save as draft
          </Button>
        ) : null}
        <Button look="quiet" onClick={cancel}>
          Cancel
        </Button>
        {assignment && !assignment.hasWork ? (
          <Button
            look="quiet"
            className="ml-auto"
            disabled={dropping.isLoading}
            onClick={() => void takeAway()}
          >
            Delete
          </Button>
        ) : null}
      </div>
    </FormWithFaults>
  );
}

/** What is wrong, by the field it stands at; the first complaint of each. */
function complaints(course: Course, draft: Draft, body: ReturnType<typeof bodyOf>): Record<string, string> {
  const found: Record<string, string> = {};
  const given = course.periods.filter((period) => draft.dues[period.id] !== undefined);
  const unset = given.find((period) => !isLocalTime(draft.dues[period.id]!));
  if (unset) found.dues = `Choose a day and a time for ${unset.label}.`;
  else if (given.length === 0 && draft.when !== 'draft')
    found.dues = 'Choose a due time for at least one period.';
  if (draft.when === 'at' && !isLocalTime(draft.publishAt)) found.visible = 'Choose a day and a time.';
  const read = assignmentBody.safeParse(body);
  for (const issue of read.error?.issues ?? []) found[String(issue.path[0])] ??= issue.message;
  return found;
}

function DirectionsField({
  value,
  error,
  onChange,
}: {
  value: string;
  error?: string | undefined;
  onChange: (value: string) => void;
}) {
  const [looks, setLooks] = useState(false);
  return (
    <div className="grid gap-1.5">
      <Field label="Directions" hint="Markdown works: **bold**, - lists, [links](https://…)" error={error}>
        <textarea
          rows={5}
          className={inputClass}
          value={value}
          onChange={(event) => onChange(event.target.value)}
        />
      </Field>
      {value ? (
        <button
          type="button"
          aria-expanded={looks}
          className="justify-self-start rounded text-small font-semibold text-act underline"
          onClick={() => setLooks(!looks)}
        >
          {looks ? 'Hide how students see it' : 'How students see it'}
        </button>
      ) : null}
      {looks && value ? (
        <div className="rounded-lg border border-line bg-surface px-4 py-3">
          <Markdown text={value} />
        </div>
      ) : null}
    </div>
  );
}
