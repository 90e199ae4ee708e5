import { useState } from 'react';
import { doorBody, type BodyFor } from '@vestibul/contract';
import type { AssignmentId } from '@vestibul/core';
import { Button } from '../../../parts/ui/Button';
import { TitleOptions } from '../../../parts/assignments/TitleOptions';
import { Field, inputClass } from '../../../parts/ui/Field';
import { FormWithFaults } from '../../../parts/ui/FormWithFaults';
import { KeptDraft } from '../../../parts/hall/KeptDraft';
import { useDraft } from '../../../parts/hall/useDraft';
import { tell, tellFailure } from '../../../parts/messages/Notices';
import { api, type Course } from '../../../state/api';
import type { SideDoor } from './sideDoor';

interface DoorFormProps {
  course: Course;
  door?: SideDoor;
  onDone: () => void;
}

/** What a side door opens, for whom, and when. */
export function DoorForm({ course, door, onDone }: DoorFormProps) {
  const [make, making] = api.useMakeDoorMutation();
  const [change, changing] = api.useChangeDoorMutation();
  const [errors, setErrors] = useState<Record<string, string>>({});
  const [before] = useState({
    assignmentId: door?.assignmentId ?? '',
    domains: door?.domains.join(', ') ?? '',
    note: door?.note ?? '',
    opensLocal: door?.opensLocal ?? '',
    closesLocal: door?.closesLocal ?? '',
  });
  const kept = useDraft(door ? `door ${door.id}` : `new door ${course.id}`, before, before);
  const draft = kept.value;
  const field = (key: keyof typeof draft) => ({
    className: inputClass,
    value: draft[key],
    onChange: (event: { target: { value: string } }) => kept.set({ ...draft, [key]: event.target.value }),
  });
  const cancel = () => {
    if (draft !== before) tell('Your changes are discarded.', kept.discard());
    onDone();
  };
  const submit = async () => {
    const body: BodyFor<'makeDoor'> = {
      assignmentId: (draft.assignmentId || null) as AssignmentId | null,
      domains: draft.domains
        .split(/[\s,;]+/)
        .filter(Boolean)
        .map((domain) => domain.replace(/^@/, '')),
      note: draft.note,
      opensLocal: draft.opensLocal || null,
      closesLocal: draft.closesLocal || null,
    };
    const read = doorBody.safeParse(body);
    if (!read.success) {
      setErrors(Object.fromEntries(read.error.issues.map((issue) => [String(issue.path[0]), issue.message])));
      return;
    }
    const result = door
      ? await change({ params: { doorId: door.id }, body })
      : await make({ params: { courseId: course.id }, body });
    if (result.error) return tellFailure(result.error);
    kept.done();
    tell(door ? 'The door is saved.' : 'The door is ready. Share its address.');
    onDone();
  };
  return (
    <FormWithFaults
      className="grid max-w-3xl gap-4 rounded-lg border border-line bg-surface p-4"
      onSubmit={submit}
      noValidate
    >
      <KeptDraft draft={kept} what={door ? 'change' : 'side door'} />
      <Field label="What it opens">
        <select {...field('assignmentId')}>
          <option value="">All of {course.title}: the guest chooses the assignment</option>
          <TitleOptions of={course.assignments} />
        </select>
      </Field>
      <Field
        label="Only for addresses of these domains"
        hint="such as school.example; each address is confirmed with a code. Empty: anyone with the door’s address"
        error={errors.domains}
      >
        <input {...field('domains')} autoComplete="off" autoCapitalize="off" />
      </Field>
      <div className="grid gap-4 sm:grid-cols-2">
        <Field label="Opens" hint="empty: now">
          <input {...field('opensLocal')} type="datetime-local" />
        </Field>
        <Field label="Closes" hint="empty: when you close it" error={errors.closesLocal}>
          <input {...field('closesLocal')} type="datetime-local" />
        </Field>
      </div>
      <Field label="Message for guests" error={errors.note}>
        <textarea {...field('note')} rows={2} maxLength={500} />
      </Field>
      <div className="flex gap-2">
        <Button look="go" type="submit" disabled={making.isLoading || changing.isLoading}>
          {door ? 'Save' : 'Make the side door'}
        </Button>
        <Button look="quiet" onClick={cancel}>
          Cancel
        </Button>
      </div>
    </FormWithFaults>
  );
}
