import { zodResolver } from '@hookform/resolvers/zod';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { z } from 'zod';
import { assignmentBody, type AnswerOf } from '@vestibul/contract';
import {
  instantToLocal,
  isLocalTime,
  localToInstant,
  type Instant,
  type LocalTime,
  type PeriodId,
} from '@vestibul/core';
import { Button } from '../../parts/Button';
import { Field, inputClass } from '../../parts/Field';
import { sayMoment } from '../../parts/format';
import { tell, tellFailure } from '../../parts/Notices';
import { enamel } from '../../parts/Plate';
import { useZone } from '../../parts/useSession';
import { api, type Course } from '../../state/api';

const words = z.object({
  title: assignmentBody.shape.title,
  shortName: z.string().trim().max(60, 'At most 60 letters'),
  directions: z.string().max(20_000, 'At most 20,000 letters'),
});

interface AssignmentFormProps {
  course: Course;
  assignment?: AnswerOf<'readAssignment'>;
  onDone: () => void;
}

/** Title, directions, and a due time for each period that gets it. */
export function AssignmentForm({ course, assignment, onDone }: AssignmentFormProps) {
  const zone = useZone();
  const form = useForm({
    resolver: zodResolver(words),
    defaultValues: {
      title: assignment?.title ?? '',
      shortName: assignment?.shortName ?? '',
      directions: assignment?.directions ?? '',
    },
  });
  const [dues, setDues] = useState<Partial<Record<PeriodId, string>>>(() =>
    startingDues(course, assignment, zone),
  );
  const [make, making] = api.useMakeAssignmentMutation();
  const [change, changing] = api.useChangeAssignmentMutation();
  const { errors } = form.formState;
  const given = course.periods.filter((period) => dues[period.id] !== undefined);
  const unset = given.filter((period) => !isLocalTime(dues[period.id]!));

  const submit = form.handleSubmit(async (text) => {
    if (given.length === 0 || unset.length > 0) return;
    const body = {
      ...text,
      dues: given.map((period) => ({ periodId: period.id, dueLocal: dues[period.id]! })),
    };
    const result = assignment
      ? await change({ params: { assignmentId: assignment.id }, body })
      : await make({ params: { courseId: course.id }, body });
    if (result.error) return tellFailure(result.error);
    tell(assignment ? `‘${text.title}’ is changed.` : `‘${text.title}’ is given. Students see it now.`);
    onDone();
  });
  const setAll = (dueLocal: string) =>
    setDues(
      Object.fromEntries(
        course.periods.flatMap((period) => (dues[period.id] === undefined ? [] : [[period.id, dueLocal]])),
      ),
    );

  return (
    <form onSubmit={(event) => void submit(event)} noValidate className="grid max-w-3xl gap-5">
      <Field label="Title" error={errors.title?.message}>
        <input className={`${inputClass} text-lg`} autoComplete="off" {...form.register('title')} />
      </Field>
      <Field
        label="Short name for file names"
        hint="if the title is long"
        error={errors.shortName?.message}
        className="max-w-sm"
      >
        <input className={inputClass} autoComplete="off" {...form.register('shortName')} />
      </Field>
      <Field label="Directions" error={errors.directions?.message}>
        <textarea rows={5} className={inputClass} {...form.register('directions')} />
      </Field>
      <fieldset className="grid gap-2">
        <legend className="mb-2 font-semibold">Due, in the school’s time ({zone})</legend>
        {course.periods.map((period, i) => {
          const value = dues[period.id];
          return (
            <div key={period.id} className="flex flex-wrap items-center gap-3">
              <label className="flex w-44 items-center gap-2.5">
                <input
                  type="checkbox"
                  className="size-5"
                  checked={value !== undefined}
                  onChange={(event) => {
                    const next = { ...dues };
                    if (event.target.checked) next[period.id] = Object.values(dues).find(Boolean) ?? '';
                    else delete next[period.id];
                    setDues(next);
                  }}
                />
                <span
                  className="grid size-7 place-items-center rounded text-small font-bold text-white"
                  style={{ backgroundColor: enamel(period.enamel) }}
                >
                  {period.number}
                </span>
                <span className="truncate">{period.label}</span>
              </label>
              {value === undefined ? (
                <span className="text-small text-ink-2">not given to this period</span>
              ) : (
                <>
                  <input
                    type="datetime-local"
                    aria-label={`Due for ${period.label}`}
                    aria-invalid={!isLocalTime(value)}
                    value={value}
                    onChange={(event) => setDues({ ...dues, [period.id]: event.target.value })}
                    className={`${inputClass} w-60!`}
                  />
                  <span className="text-small text-ink-2">{sayShifted(value, zone)}</span>
                  {i === 0 && given.length > 1 ? (
                    <button
                      type="button"
                      className="rounded text-small font-semibold text-act underline"
                      onClick={() => setAll(value)}
                    >
                      the same for all
                    </button>
                  ) : null}
                </>
              )}
            </div>
          );
        })}
        {form.formState.isSubmitted && (given.length === 0 || unset.length > 0) ? (
          <p role="alert" className="text-small font-semibold text-brick">
            {given.length === 0
              ? 'Give it to at least one period.'
              : `Choose a day and a time for ${unset[0]!.label}.`}
          </p>
        ) : null}
      </fieldset>
      <div className="flex gap-3">
        <Button type="submit" look="go" disabled={making.isLoading || changing.isLoading}>
          {assignment ? 'Keep the changes' : 'Give the assignment'}
        </Button>
        <Button look="quiet" onClick={onDone}>
          Cancel
        </Button>
      </div>
      {assignment ? (
        <p className="text-small text-ink-2">
          What was turned in already keeps the lateness it was given at the time.
        </p>
      ) : null}
    </form>
  );
}

/** A new assignment starts with every period, due in a week at the end of the day. */
function startingDues(
  course: Course,
  assignment: AnswerOf<'readAssignment'> | undefined,
  zone: string,
): Partial<Record<PeriodId, string>> {
  if (assignment) return Object.fromEntries(assignment.dues.map((due) => [due.periodId, due.dueLocal]));
  const inAWeek = new Date(Date.now() + 7 * 86_400_000).toISOString() as Instant;
  const due = `${instantToLocal(inAWeek, zone).slice(0, 10)}T23:59`;
  return Object.fromEntries(course.periods.map((period) => [period.id, due]));
}

/** Says so where clocks are changed and the time written does not exist. */
function sayShifted(local: string, zone: string): string {
  if (!isLocalTime(local)) return '';
  const instant = localToInstant(local as LocalTime, zone);
  return instantToLocal(instant, zone) === local
    ? ''
    : `the clocks skip this time; it counts as ${sayMoment(instant, zone)}`;
}
