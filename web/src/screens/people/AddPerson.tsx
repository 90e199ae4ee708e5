import { zodResolver } from '@hookform/resolvers/zod';
import { useForm } from 'react-hook-form';
import { personBody } from '@vestibul/contract';
import { KeptDraft } from '../../parts/hall/KeptDraft';
import { useFormDraft } from '../../parts/hall/useFormDraft';
import { Button } from '../../parts/ui/Button';
import { Dialog } from '../../parts/ui/Dialog';
import { Field, inputClass } from '../../parts/ui/Field';
import { tellFailure } from '../../parts/messages/Notices';
import { api } from '../../state/api';

/** The form that makes an account for a teacher or for the office. */
export function AddPerson({
  onClose,
  onAdded,
}: {
  onClose: () => void;
  onAdded: (name: string, link: string) => void;
}) {
  const form = useForm({
    resolver: zodResolver(personBody),
    defaultValues: { last: '', first: '', email: '', standing: 'teacher' as const },
  });
  const [add, { isLoading }] = api.useAddPersonMutation();
  const draft = useFormDraft(form, 'new member of staff');
  const { errors } = form.formState;
  const submit = form.handleSubmit(async (body) => {
    const result = await add({ body });
    if (!result.data) return tellFailure(result.error);
    draft.done();
    onAdded([body.first, body.last].filter(Boolean).join(' '), result.data.link);
  });
  return (
    <Dialog title="Add a member of staff" description="A form for one person" open onClose={onClose}>
      <form onSubmit={(event) => void submit(event)} noValidate className="grid gap-4">
        <KeptDraft draft={draft} what="new member of staff" />
        <div className="grid grid-cols-2 gap-4">
          <Field label="First name" error={errors.first?.message}>
            <input className={inputClass} autoComplete="off" {...form.register('first')} />
          </Field>
          <Field label="Last name" error={errors.last?.message}>
            <input className={inputClass} autoComplete="off" {...form.register('last')} />
          </Field>
        </div>
        <Field label="E-mail" error={errors.email?.message}>
          <input type="email" className={inputClass} autoComplete="off" {...form.register('email')} />
        </Field>
        <Field label="As">
          <select className={inputClass} {...form.register('standing')}>
            <option value="teacher">teacher</option>
            <option value="office">office</option>
          </select>
        </Field>
        <Button type="submit" look="go" disabled={isLoading}>
          Add, and make a one-time link
        </Button>
      </form>
    </Dialog>
  );
}
