import { zodResolver } from '@hookform/resolvers/zod';
import { useForm } from 'react-hook-form';
import { z } from 'zod';
import { periodBody, requests } from '@vestibul/contract';
import { Button } from '../../parts/Button';
import { Field, inputClass } from '../../parts/Field';
import { sayCount, sayName } from '../../parts/format';
import { tell, tellFailure } from '../../parts/Notices';
import { enamel } from '../../parts/Plate';
import { api } from '../../state/api';
import type { StepProps } from './SetUp';

/** The course's periods and its staff. */
export function CourseStep({ course }: StepProps) {
  return (
    <div className="grid max-w-3xl gap-8">
      <section className="grid gap-3">
        <h2>Periods</h2>
        <ul className="flex list-none flex-wrap gap-3 p-0">
          {course.periods.map((period) => (
            <li
              key={period.id}
              className="flex items-center gap-3 rounded-lg border border-line bg-surface py-2 pr-4 pl-2"
            >
              <span
                className="plate size-11! text-[1.4rem]!"
                style={{ backgroundColor: enamel(period.enamel) }}
              >
                {period.number}
              </span>
              <span>
                <b className="block font-semibold">{period.label}</b>
                <span className="text-small text-ink-2">{sayCount(period.students, 'student')}</span>
              </span>
            </li>
          ))}
        </ul>
        {course.role === 'teacher' ? <AddPeriod courseId={course.id} /> : null}
      </section>
      <section className="grid gap-3">
        <h2>Staff</h2>
        <ul className="grid list-none gap-1 p-0">
          {course.staff.map((person) => (
            <li key={person.id}>
              <b className="font-semibold">{sayName(person)}</b> · {person.role} · {person.email}
            </li>
          ))}
        </ul>
        {course.role === 'teacher' ? <AddStaff courseId={course.id} /> : null}
      </section>
    </div>
  );
}

function AddPeriod({ courseId }: { courseId: StepProps['course']['id'] }) {
  const form = useForm({ resolver: zodResolver(periodBody), defaultValues: { number: '', label: '' } });
  const [addPeriod, { isLoading }] = api.useAddPeriodMutation();
  const { errors } = form.formState;
  const submit = form.handleSubmit(async (body) => {
    const result = await addPeriod({ params: { courseId }, body });
    if (result.error) return tellFailure(result.error);
    form.reset();
  });
  return (
    <form onSubmit={(event) => void submit(event)} noValidate className="flex flex-wrap items-start gap-3">
      <Field label="Number" error={errors.number?.message} className="w-28">
        <input inputMode="numeric" className={inputClass} {...form.register('number')} />
      </Field>
      <Field label="Label (if it has one)" error={errors.label?.message} className="w-56">
        <input className={inputClass} {...form.register('label')} />
      </Field>
      <Button type="submit" className="mt-6" disabled={isLoading}>
        Add period
      </Button>
    </form>
  );
}

const staffForm = z.object({ email: requests.addStaff.body.shape.email });

function AddStaff({ courseId }: { courseId: StepProps['course']['id'] }) {
  const form = useForm({ resolver: zodResolver(staffForm), defaultValues: { email: '' } });
  const [addStaff, { isLoading }] = api.useAddStaffMutation();
  const submit = form.handleSubmit(async (body) => {
    const result = await addStaff({ params: { courseId }, body });
    if (result.error) return tellFailure(result.error);
    tell(`${body.email} is co-teacher now, and can open everything in this course.`);
    form.reset();
  });
  return (
    <form onSubmit={(event) => void submit(event)} noValidate className="flex flex-wrap items-start gap-3">
      <Field label="E-mail of a co-teacher" error={form.formState.errors.email?.message} className="w-80">
        <input type="email" autoComplete="off" className={inputClass} {...form.register('email')} />
      </Field>
      <Button type="submit" className="mt-6" disabled={isLoading}>
        Add co-teacher
      </Button>
    </form>
  );
}
