import { zodResolver } from '@hookform/resolvers/zod';
import { useForm } from 'react-hook-form';
import { requests } from '@vestibul/contract';
import { Button } from '../../parts/Button';
import { Dialog } from '../../parts/Dialog';
import { Field, inputClass } from '../../parts/Field';
import { sayListName } from '../../parts/format';
import { tell, tellFailure } from '../../parts/Notices';
import { api } from '../../state/api';
import type { StepProps } from './SetUp';

const onePerson = requests.joinRoster.body.shape.people.element;

/** A student who joins late: one form, and they have everything the others have. */
export function JoinOne({ course, period, onClose }: StepProps & { onClose: () => void }) {
  const start = course.periods.find((known) => String(known.number) === period) ?? course.periods[0]!;
  const form = useForm({
    resolver: zodResolver(onePerson),
    defaultValues: {
      last: '',
      first: '',
      called: '',
      email: '',
      username: '',
      number: '',
      periodId: start.id as string,
      knownId: null,
    },
  });
  const [join, { isLoading }] = api.useJoinRosterMutation();
  const { errors } = form.formState;
  const submit = form.handleSubmit(async (person) => {
    const result = await join({
      params: { courseId: course.id },
      body: { fromList: false, people: [person] },
    });
    if (result.error) return tellFailure(result.error);
    tell(`${sayListName(person)} has joined${result.data.folders > 0 ? ', with a turn-in folder' : ''}.`);
    onClose();
  });
  return (
    <Dialog title="Add a late joiner" description="A form for one student" open onClose={onClose}>
      <form onSubmit={(event) => void submit(event)} noValidate className="grid gap-4">
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
        <Button type="submit" look="go" disabled={isLoading}>
          {course.folders > 0 ? 'Join, with a turn-in folder' : 'Join'}
        </Button>
      </form>
    </Dialog>
  );
}
