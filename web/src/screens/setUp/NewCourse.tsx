import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { zodResolver } from '@hookform/resolvers/zod';
import { useNavigate } from 'react-router';
import { z } from 'zod';
import { courseBody, yearBody } from '@vestibul/contract';
import type { YearId } from '@vestibul/core';
import { Button } from '../../parts/Button';
import { Field, inputClass } from '../../parts/Field';
import { Mark } from '../../parts/Mark';
import { tellFailure } from '../../parts/Notices';
import { PersonMenu } from '../../parts/PersonMenu';
import { Read } from '../../parts/States';
import { placePath } from '../../parts/places';
import { usePageTitle } from '../../parts/usePageTitle';
import { api } from '../../state/api';

const courseForm = z.object({
  title: courseBody.shape.title,
  code: z.string().trim().max(20, 'At most 20 letters'),
  periods: z
    .string()
    .refine((text) => readPeriods(text).length > 0, 'Write the numbers of the periods, for example 2, 3, 4'),
});

/** `2, 3 5` as numbers, each once. */
function readPeriods(text: string): number[] {
  return [...new Set((text.match(/\d+/g) ?? []).map(Number))];
}

/** A new course: its year, its title, its periods. */
export function NewCourse() {
  usePageTitle('New course');
  const years = api.useListYearsQuery();
  const [making, setMaking] = useState(false);
  return (
    <div className="grid min-h-dvh place-items-center p-6">
      <main className="grid w-full max-w-xl gap-6 rounded-xl border border-line bg-surface p-8">
        <div className="flex items-center gap-4">
          <Mark />
          <h1>A new course</h1>
          <span className="ml-auto">
            <PersonMenu />
          </span>
        </div>
        <Read of={years}>
          {(known) =>
            known.length === 0 || making ? (
              <YearForm onDone={() => setMaking(false)} />
            ) : (
              <CourseForm years={known} onNewYear={() => setMaking(true)} />
            )
          }
        </Read>
      </main>
    </div>
  );
}

function YearForm({ onDone }: { onDone: () => void }) {
  const [make, { isLoading }] = api.useMakeYearMutation();
  const now = new Date();
  const start = now.getMonth() >= 6 ? now.getFullYear() : now.getFullYear() - 1;
  const form = useForm({
    resolver: zodResolver(yearBody),
    defaultValues: {
      label: `${start}–${String(start + 1).slice(2)}`,
      startsOn: `${start}-08-25`,
      endsOn: `${start + 1}-07-15`,
    },
  });
  const { errors } = form.formState;
  const submit = form.handleSubmit(async (body) => {
    const result = await make({ body });
    if (result.error) return tellFailure(result.error);
    onDone();
  });
  return (
    <form onSubmit={(event) => void submit(event)} noValidate className="grid gap-4">
      <p className="text-ink-2">First the school year that the course belongs to.</p>
      <Field label="Year" error={errors.label?.message}>
        <input className={inputClass} {...form.register('label')} />
      </Field>
      <div className="grid grid-cols-2 gap-4">
        <Field label="First day" error={errors.startsOn?.message}>
          <input type="date" className={inputClass} {...form.register('startsOn')} />
        </Field>
        <Field label="Last day" error={errors.endsOn?.message}>
          <input type="date" className={inputClass} {...form.register('endsOn')} />
        </Field>
      </div>
      <Button type="submit" look="go" disabled={isLoading}>
        Make the year
      </Button>
    </form>
  );
}

function CourseForm({
  years,
  onNewYear,
}: {
  years: readonly { id: YearId; label: string }[];
  onNewYear: () => void;
}) {
  const navigate = useNavigate();
  const [make, { isLoading }] = api.useMakeCourseMutation();
  const [yearId, setYearId] = useState<YearId>(years[0]!.id);
  const form = useForm({
    resolver: zodResolver(courseForm),
    defaultValues: { title: '', code: '', periods: '' },
  });
  const { errors } = form.formState;
  const submit = form.handleSubmit(async ({ title, code, periods }) => {
    const body = {
      yearId,
      title,
      code,
      periods: readPeriods(periods).map((number) => ({ number, label: '' })),
    };
    const result = await make({ body });
    if (result.data) void navigate(placePath(result.data.id, 'Set-up', 'all', { step: 'roster' }));
    else tellFailure(result.error);
  });
  return (
    <form onSubmit={(event) => void submit(event)} noValidate className="grid gap-4">
      <div className="flex items-end gap-3">
        <Field label="Year" className="flex-1">
          <select
            className={inputClass}
            value={yearId}
            onChange={(event) => setYearId(event.target.value as YearId)}
          >
            {years.map((year) => (
              <option key={year.id} value={year.id}>
                {year.label}
              </option>
            ))}
          </select>
        </Field>
        <Button onClick={onNewYear}>New year</Button>
      </div>
      <Field label="Title" error={errors.title?.message}>
        <input className={inputClass} autoComplete="off" {...form.register('title')} />
      </Field>
      <Field
        label="Code"
        hint="short, if the school has one"
        error={errors.code?.message}
        className="max-w-40"
      >
        <input className={inputClass} autoComplete="off" {...form.register('code')} />
      </Field>
      <Field
        label="Periods"
        hint="The numbers of your hours or blocks, for example 2, 3, 4, 7"
        error={errors.periods?.message}
      >
        <input className={inputClass} autoComplete="off" {...form.register('periods')} />
      </Field>
      <Button type="submit" look="go" disabled={isLoading}>
        Make the course
      </Button>
    </form>
  );
}
