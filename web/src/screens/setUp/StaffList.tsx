import { zodResolver } from '@hookform/resolvers/zod';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { requests } from '@vestibul/contract';
import { courseLevels, mayNameStaff, reaches, type PersonId } from '@vestibul/core';
import { Button } from '../../parts/ui/Button';
import { Dialog } from '../../parts/ui/Dialog';
import { Field, inputClass } from '../../parts/ui/Field';
import { sayName } from '../../parts/ui/format';
import { tell, tellFailure } from '../../parts/messages/Notices';
import { mayKeep } from '../../parts/hall/places';
import { usePerson } from '../../parts/hall/useSession';
import { api, type Course } from '../../state/api';

const can: Record<Course['staff'][number]['role'], string> = {
  teacher: 'owns the course',
  'co-teacher': 'can do everything except transfer the course or add co-teachers',
  aide: 'sees everything and comments',
};

/** Who is on the course's staff, as what; and giving the course to another teacher. */
export function StaffList({ course }: { course: Course }) {
  const params = { courseId: course.id };
  const me = usePerson();
  const [change] = api.useChangeStaffMutation();
  const [remove] = api.useRemoveStaffMutation();
  const [add] = api.useAddStaffMutation();
  const addAgain = ({ email, role, ...person }: Course['staff'][number]) =>
    void (role === 'teacher' ? undefined : add({ params, body: { email, role } }))?.then(({ error }) =>
      error ? tellFailure(error) : tell(`${sayName(person)} is on the staff again.`),
    );
  const [giving, setGiving] = useState(false);
  const keeps = mayKeep(course);
  const mayGive = !course.year.isOver && reaches(courseLevels[course.role], 'own');
  return (
    <>
      <ul className="grid list-none gap-1.5 p-0">
        {course.staff.map((person) => (
          <li
            key={person.id}
            className="flex flex-wrap items-center gap-x-4 gap-y-1 rounded-lg border border-line bg-surface px-4 py-2"
          >
            <span className="min-w-[min(15rem,100%)] flex-1 [overflow-wrap:anywhere]">
              <b className="font-semibold">{sayName(person)}</b>
              {person.id === me.id ? <span className="text-ink-2"> (you)</span> : null}
              <span className="block text-small text-ink-2">
                {person.email} · {can[person.role]}
              </span>
            </span>
            {person.role === 'teacher' ? (
              <>
                <b className="font-semibold">teacher</b>
                {mayGive ? (
                  <Button look="quiet" onClick={() => setGiving(true)}>
                    Transfer the course
                  </Button>
                ) : null}
              </>
            ) : keeps && mayNameStaff(courseLevels[course.role], person.role) ? (
              <>
                <select
                  aria-label={`${sayName(person)} is`}
                  className={`${inputClass} w-auto!`}
                  value={person.role}
                  onChange={(event) =>
                    void change({
                      params: { ...params, personId: person.id },
                      body: { role: event.target.value as 'co-teacher' | 'aide' },
                    }).then(({ error }) => error && tellFailure(error))
                  }
                >
                  <option value="co-teacher">co-teacher</option>
                  <option value="aide">aide</option>
                </select>
                <Button
                  look="quiet"
                  onClick={() =>
                    void remove({ params: { ...params, personId: person.id } }).then(({ error }) =>
                      error
                        ? tellFailure(error)
                        : tell(`${sayName(person)} is no longer on the staff. Their comments stay.`, () =>
                            addAgain(person),
                          ),
                    )
                  }
                >
                  Remove<span className="sr-only"> {sayName(person)}</span>
                </Button>
              </>
            ) : (
              person.role
            )}
          </li>
        ))}
      </ul>
      {keeps ? <AddStaff courseId={course.id} /> : null}
      {giving ? <GiveDialog course={course} onClose={() => setGiving(false)} /> : null}
    </>
  );
}

function AddStaff({ courseId }: { courseId: Course['id'] }) {
  const form = useForm({
    resolver: zodResolver(requests.addStaff.body),
    defaultValues: { email: '', role: 'co-teacher' as const },
  });
  const [addStaff, { isLoading }] = api.useAddStaffMutation();
  const submit = form.handleSubmit(async (body) => {
    const result = await addStaff({ params: { courseId }, body });
    if (result.error) return tellFailure(result.error);
    tell(`${body.email} is on the staff, and can open everything in this course.`);
    form.reset();
  });
  return (
    <form onSubmit={(event) => void submit(event)} noValidate className="flex flex-wrap items-start gap-3">
      <Field label="E-mail of a colleague" error={form.formState.errors.email?.message} className="w-72">
        <input type="email" autoComplete="off" className={inputClass} {...form.register('email')} />
      </Field>
      <Field label="As">
        <select className={inputClass} {...form.register('role')}>
          <option value="co-teacher">co-teacher</option>
          <option value="aide">aide</option>
        </select>
      </Field>
      <Button type="submit" className="mt-6" disabled={isLoading}>
        Add to the staff
      </Button>
    </form>
  );
}

/** Giving a course away: one act, to somebody who is on its staff. */
function GiveDialog({ course, onClose }: { course: Course; onClose: () => void }) {
  const others = course.staff.filter((person) => person.role !== 'teacher');
  const [to, setTo] = useState<PersonId | ''>(others[0]?.id ?? '');
  const [give, { isLoading }] = api.useGiveCourseMutation();
  const chosen = others.find((person) => person.id === to);
  return (
    <Dialog title="Transfer the course" description="To another teacher" open onClose={onClose}>
      {others.length === 0 ? (
        <p>Add the colleague to the staff first; then the course can be given to them.</p>
      ) : (
        <>
          <Field label="To">
            <select
              className={inputClass}
              value={to}
              onChange={(event) => setTo(event.target.value as PersonId)}
            >
              {others.map((person) => (
                <option key={person.id} value={person.id}>
                  {sayName(person)}
                </option>
              ))}
            </select>
          </Field>
          <p className="text-ink-2">
            The course, its folders and its record are theirs from now on; the current teacher stays as
            co-teacher. This is on the ledger, and only they can transfer it back.
          </p>
          <Button
            look="go"
            disabled={!chosen || isLoading}
            onClick={() =>
              void give({ params: { courseId: course.id }, body: { personId: chosen!.id } }).then(
                ({ error }) => {
                  if (error) return tellFailure(error);
                  tell(`${sayName(chosen!)} owns the course now.`);
                  onClose();
                },
              )
            }
          >
            Give {course.title} to {chosen ? sayName(chosen) : '…'}
          </Button>
        </>
      )}
    </Dialog>
  );
}
