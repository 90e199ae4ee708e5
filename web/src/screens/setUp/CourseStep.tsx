import { zodResolver } from '@hookform/resolvers/zod';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { courseWords } from '@vestibul/contract';
import { Button } from '../../parts/ui/Button';
import { Field, inputClass } from '../../parts/ui/Field';
import { sayCount } from '../../parts/ui/format';
import { tell, tellFailure } from '../../parts/messages/Notices';
import { mayKeep } from '../../parts/hall/places';
import { enamel } from '../../parts/courses/Plate';
import { api, type Course } from '../../state/api';
import { sayMeetings } from './sayMeetings';
import { PeriodDialog } from './PeriodDialog';
import type { StepProps } from './SetUp';
import { StaffList } from './StaffList';

/** The course's title, its periods and its staff. */
export function CourseStep({ course }: StepProps) {
  const [open, setOpen] = useState<Course['periods'][number] | 'new' | null>(null);
  const keeps = mayKeep(course);
  return (
    <div className="grid max-w-4xl grid-cols-1 gap-8">
      <section className="grid grid-cols-1 gap-3">
        <h2>Periods</h2>
        <ul className="grid list-none grid-cols-[repeat(auto-fill,minmax(min(19rem,100%),1fr))] gap-2.5 p-0">
          {course.periods.map((period) => (
            <li key={period.id}>
              <button
                type="button"
                disabled={!keeps}
                onClick={() => setOpen(period)}
                className="flex w-full items-center gap-3 rounded-lg border border-line bg-surface py-2 pr-4 pl-2 text-left text-ink enabled:hover:border-edge"
              >
                <span
                  className="plate size-11! shrink-0 text-xl!"
                  style={{ backgroundColor: enamel(period.enamel) }}
                >
                  {period.number}
                </span>
                <span className="min-w-0">
                  <b className="block truncate font-semibold">{period.label}</b>
                  <span className="block text-small text-ink-2">
                    {[sayCount(period.students, 'student'), sayMeetings(period.meetings)]
                      .filter(Boolean)
                      .join(' · ')}
                  </span>
                </span>
              </button>
            </li>
          ))}
        </ul>
        {keeps ? (
          <Button className="justify-self-start" onClick={() => setOpen('new')}>
            Add a period
          </Button>
        ) : null}
      </section>
      <section className="grid grid-cols-1 gap-3">
        <h2>Staff</h2>
        <StaffList course={course} />
      </section>
      {keeps ? <CourseWords key={course.title} course={course} /> : null}
      {open ? (
        <PeriodDialog course={course} period={open === 'new' ? null : open} onClose={() => setOpen(null)} />
      ) : null}
    </div>
  );
}

function CourseWords({ course }: { course: Course }) {
  const form = useForm({
    resolver: zodResolver(courseWords),
    defaultValues: { title: course.title, code: course.code },
  });
  const [change, { isLoading }] = api.useChangeCourseMutation();
  const { errors, isDirty } = form.formState;
  const submit = form.handleSubmit(async (body) => {
    const result = await change({ params: { courseId: course.id }, body });
    if (result.error) return tellFailure(result.error);
    tell('The course is called that now.');
  });
  return (
    <section className="grid grid-cols-1 gap-3">
      <h2>Title</h2>
      <form onSubmit={(event) => void submit(event)} noValidate className="flex flex-wrap items-start gap-3">
        <Field label="Title of the course" error={errors.title?.message} className="w-80">
          <input className={inputClass} autoComplete="off" {...form.register('title')} />
        </Field>
        <Field label="Code" error={errors.code?.message} className="w-32">
          <input className={inputClass} autoComplete="off" {...form.register('code')} />
        </Field>
        <Button type="submit" className="mt-6" disabled={isLoading || !isDirty}>
          Rename the course
        </Button>
      </form>
    </section>
  );
}
