import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { zodResolver } from '@hookform/resolvers/zod';
import { Link, useNavigate } from 'react-router';
import { z } from 'zod';
import { courseWords } from '@vestibul/contract';
import type { YearId } from '@vestibul/core';
import { Button } from '../../parts/ui/Button';
import { Field, inputClass } from '../../parts/ui/Field';
import { Mark } from '../../parts/hall/Mark';
import { tellFailure } from '../../parts/messages/Notices';
import { KeptDraft } from '../../parts/hall/KeptDraft';
import { PersonMenu } from '../../parts/hall/PersonMenu';
import { useFormDraft } from '../../parts/hall/useFormDraft';
import { Read } from '../../parts/messages/States';
import { placePath } from '../../parts/hall/places';
import { YearForm } from '../../parts/school/YearForm';
import { usePageTitle } from '../../parts/ui/usePageTitle';
import { api } from '../../state/api';

const courseForm = z.object({
  ...courseWords.shape,
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
            known.every((year) => year.isOver) || making ? (
              <>
                <p className="text-ink-2">First the school year that the course belongs to.</p>
                <YearForm onDone={() => setMaking(false)} />
              </>
            ) : (
              <CourseForm years={known.filter((year) => !year.isOver)} onNewYear={() => setMaking(true)} />
            )
          }
        </Read>
        <p className="text-small text-ink-2">
          You had it last year?{' '}
          <Link className="text-act" to="/begin-year">
            Start it again from there
          </Link>
        </p>
      </main>
    </div>
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
  const draft = useFormDraft(form, 'new course');
  const { errors } = form.formState;
  const submit = form.handleSubmit(async ({ title, code, periods }) => {
    const body = {
      yearId,
      title,
      code,
      periods: readPeriods(periods).map((number) => ({ number, label: '' })),
    };
    const result = await make({ body });
    if (!result.data) return tellFailure(result.error);
    draft.done();
    void navigate(placePath(result.data.id, 'Set-up', 'all', { step: 'roster' }));
  });
  return (
    <form onSubmit={(event) => void submit(event)} noValidate className="grid gap-4">
      <KeptDraft draft={draft} what="course" />
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
