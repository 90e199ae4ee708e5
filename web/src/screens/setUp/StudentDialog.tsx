import { useState } from 'react';
import { changedStudent, type AnswerOf } from '@vestibul/contract';
import type { PeriodId } from '@vestibul/core';
import { Button } from '../../parts/ui/Button';
import { Dialog } from '../../parts/ui/Dialog';
import { Field, inputClass } from '../../parts/ui/Field';
import { FormWithFaults } from '../../parts/ui/FormWithFaults';
import { sayCount, sayMoment, sayName } from '../../parts/ui/format';
import { KeptDraft } from '../../parts/hall/KeptDraft';
import { useDraft } from '../../parts/hall/useDraft';
import { tell, tellFailure } from '../../parts/messages/Notices';
import { mayKeep, mayRun } from '../../parts/hall/places';
import { useZone } from '../../parts/hall/useSession';
import { api, type Course, type RosterStudent } from '../../state/api';
import { OwnDues } from './OwnDues';

const fields = [
  ['last', 'Last name'],
  ['first', 'First name'],
  ['called', 'Called'],
  ['email', 'E-mail'],
  ['username', 'Username'],
  ['number', 'Student number'],
] as const;

interface StudentDialogProps {
  course: Course;
  student: RosterStudent;
  onClose: () => void;
}

/** One student: name, contact and period, with the names that follow; leaving and coming back; due times of their own. */
export function StudentDialog({ course, student, onClose }: StudentDialogProps) {
  const zone = useZone();
  const params = { courseId: course.id, studentId: student.id };
  const [before] = useState(() => ({
    last: student.last,
    first: student.first,
    called: student.called,
    email: student.email,
    username: student.username,
    number: student.number,
    periodId: student.periodId,
  }));
  const kept = useDraft(`student ${course.id} ${student.id}`, before, before);
  const form = kept.value;
  const [names, setNames] = useState<AnswerOf<'previewStudent'>['names'] | null>(null);
  const [error, setError] = useState<{ field: string; says: string } | null>(null);
  const [ask, asking] = api.usePreviewStudentMutation();
  const [change, changing] = api.useChangeStudentMutation();
  const [leave, leaving] = api.useLeaveCourseMutation();
  const [comeBack, returning] = api.useComeBackMutation();
  const keeps = mayKeep(course);
  const [askOffice, askingOffice] = api.useAskOfficeMutation();

  const set = (part: Partial<typeof form>) => {
    kept.set({ ...form, ...part });
    setNames(null);
    setError(null);
  };
  const differs = (keys: readonly (keyof typeof form)[]) => keys.some((key) => student[key] !== form[key]);
  /** What is the office's to change: a way to sign in that somebody uses, a name that other courses know. */
  const isOffices =
    course.role !== 'office' &&
    ((!student.staffKeepsAccount && differs(['email', 'username', 'number'])) ||
      (!student.staffRenames && differs(['last', 'first', 'called'])));
  const isChanged = Object.entries(form).some(([key, value]) => student[key as keyof typeof form] !== value);
  /** First what it would rename; where that is nothing, the change itself. */
  const submit = async () => {
    const read = changedStudent.safeParse(form);
    if (!read.success) {
      const issue = read.error.issues[0]!;
      return setError({ field: String(issue.path[0]), says: issue.message });
    }
    if (isOffices) {
      const { periodId: _period, ...wish } = form;
      const asked = await askOffice({
        params: { courseId: course.id },
        body: { studentId: student.id, wish },
      });
      if (asked.error) return tellFailure(asked.error);
      kept.done();
      tell('The office has been asked to change it.');
      return onClose();
    }
    if (names === null) {
      const preview = await ask({ params, body: form });
      if (!preview.data) return tellFailure(preview.error);
      if (preview.data.names.length > 0) return setNames(preview.data.names);
    }
    const result = await change({ params, body: form });
    if (!result.data) return tellFailure(result.error);
    kept.done();
    tell(
      result.data.renamed > 0
        ? `${sayName(form)} is changed, and ${sayCount(result.data.renamed, 'name')} with it.`
        : `${sayName(form)} is changed.`,
    );
    onClose();
  };
  const goAway = async () => {
    const result = await leave({ params });
    if (result.error) return tellFailure(result.error);
    const undo = async () => {
      const again = await comeBack({ params, body: { periodId: student.periodId } });
      if (again.error) tellFailure(again.error);
      else tell(`${sayName(student)} is back, with the same slot.`);
    };
    tell(`${sayName(student)} has left. Their slot and all work stay.`, () => void undo());
    onClose();
  };
  const back = async () => {
    const result = await comeBack({ params, body: { periodId: form.periodId } });
    if (result.error) return tellFailure(result.error);
    tell(`${sayName(student)} is back, with the same slot.`);
    onClose();
  };
  return (
    <Dialog
      title={sayName(student)}
      description="Name, contact, period and due times of a student"
      open
      onClose={onClose}
      className="max-w-3xl"
    >
      {student.leftAt ? (
        <div className="flex flex-wrap items-center gap-3 rounded-lg bg-brass-soft px-4 py-2.5">
          <p>
            Left on {sayMoment(student.leftAt, zone)}. The slot and everything in it stay, but no longer
            count.
          </p>
          {keeps ? (
            <Button look="go" className="ml-auto" disabled={returning.isLoading} onClick={() => void back()}>
              Come back
            </Button>
          ) : null}
        </div>
      ) : null}
      <FormWithFaults className="grid gap-4" noValidate onSubmit={submit}>
        <KeptDraft draft={kept} what="change" />
        <div className="grid gap-x-4 gap-y-3 sm:grid-cols-3">
          {fields.map(([field, label]) => (
            <Field key={field} label={label} error={error?.field === field ? error.says : undefined}>
              <input
                className={inputClass}
                autoComplete="off"
                disabled={!keeps}
                value={form[field]}
                onChange={(event) => set({ [field]: event.target.value })}
              />
            </Field>
          ))}
          <Field label="Period">
            <select
              className={inputClass}
              disabled={!keeps}
              value={form.periodId}
              onChange={(event) => set({ periodId: event.target.value as PeriodId })}
            >
              {course.periods.map((known) => (
                <option key={known.id} value={known.id}>
                  {known.label}
                </option>
              ))}
            </select>
          </Field>
        </div>
        {keeps && course.role !== 'office' && !(student.staffKeepsAccount && student.staffRenames) ? (
          <p className="text-small text-ink-2">
            {student.staffRenames
              ? 'The office keeps how this student signs in: e-mail, username and number.'
              : 'The office keeps this student’s name, e-mail, username and number.'}{' '}
            Write what it should be and ask the office.
          </p>
        ) : null}
        {names && names.length > 0 ? <NewNames names={names} /> : null}
        {keeps ? (
          <div className="flex flex-wrap items-center gap-3">
            <Button
              type="submit"
              look="go"
              disabled={!isChanged || asking.isLoading || changing.isLoading || askingOffice.isLoading}
            >
              {isOffices
                ? 'Ask the office to change it'
                : names && names.length > 0
                  ? `Change, with ${sayCount(names.length, 'name')}`
                  : form.periodId === student.periodId
                    ? 'Save changes'
                    : 'Move'}
            </Button>
            {student.leftAt ? null : (
              <Button
                look="quiet"
                className="ml-auto"
                disabled={leaving.isLoading}
                onClick={() => void goAway()}
              >
                {sayName(student)} leaves the course
              </Button>
            )}
          </div>
        ) : null}
      </FormWithFaults>
      {student.leftAt === null && mayRun(course) ? <OwnDues course={course} student={student} /> : null}
    </Dialog>
  );
}

/** Names before and after, for a look before they are written. */
function NewNames({ names }: { names: AnswerOf<'previewStudent'>['names'] }) {
  return (
    <section
      aria-label="Names that change"
      className="grid gap-1.5 rounded-lg border border-line bg-ground p-3"
    >
      <p className="font-semibold">
        The rule gives {sayCount(names.length, 'new name')}; old ones stay on the record.
      </p>
      <ul className="grid max-h-56 list-none gap-1 overflow-y-auto p-0">
        {names.map(({ of, was, is }) => (
          <li key={`${of} ${was}`} className="text-small [overflow-wrap:anywhere]">
            <code className="text-ink-2 line-through">{was}</code> <span aria-label="becomes">→</span>{' '}
            <code className="font-semibold">{is}</code>
          </li>
        ))}
      </ul>
    </section>
  );
}
