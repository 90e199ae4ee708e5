import { useState } from 'react';
import { dueFor, instantToLocal, isLocalTime, type AssignmentId } from '@vestibul/core';
import { inputClass } from '../../parts/ui/Field';
import { sayMoment } from '../../parts/ui/format';
import { tellFailure } from '../../parts/messages/Notices';
import { useNow } from '../../parts/hall/useNow';
import { useZone } from '../../parts/hall/useSession';
import { api, type Course } from '../../state/api';
import type { RosterStudent } from './RosterTable';

/** What is asked of one student and when: each due time can be moved for them alone, or the work not asked of them. */
export function OwnDues({ course, student }: { course: Course; student: Pick<RosterStudent, 'id'> }) {
  const zone = useZone();
  const now = useNow(60_000);
  const rack = api.useReadRackQuery({ params: { courseId: course.id } });
  const [move] = api.useMoveDueMutation();
  const seat = rack.data?.students.find(({ id }) => id === student.id);
  if (!rack.data || !seat) return null;
  const lines = course.assignments.flatMap((assignment) => {
    const periodDue = assignment.dues.find(({ periodId }) => periodId === seat.periodId)?.due ?? null;
    const own = rack.data!.dues.find(
      (one) => one.studentId === student.id && one.assignmentId === assignment.id,
    );
    if (assignment.visibleAt === null || (periodDue === null && !own)) return [];
    const slot = rack.data!.slots.find(
      (one) => one.studentId === student.id && one.assignmentId === assignment.id && one.turnedInAt,
    );
    return slot ? [] : [{ assignment, own, ...dueFor(periodDue, own ?? null, seat) }];
  });
  if (lines.length === 0) return null;
  const set = async (assignmentId: AssignmentId, body: { dueLocal: string | null; excused: boolean }) => {
    const result = await move({ params: { assignmentId, studentId: student.id }, body });
    if (result.error) tellFailure(result.error);
  };
  return (
    <section className="grid gap-2 border-t border-line pt-4">
      <h2>Still asked of them, and when</h2>
      <ul className="grid list-none gap-1.5 p-0">
        {lines.toReversed().map(({ assignment, own, due, excused }) => (
          <li key={assignment.id} className="flex flex-wrap items-center gap-x-3 gap-y-1">
            <span className="min-w-44 flex-1">
              {assignment.title}
              {own && !excused ? <b className="ml-2 text-small text-act">their own time</b> : null}
              {!own && excused ? (
                <span className="ml-2 text-small text-ink-2">was due while they were away</span>
              ) : null}
            </span>
            {due ? (
              <DueInput
                key={due}
                label={`Due for them: ${assignment.title}`}
                value={instantToLocal(due, zone)}
                disabled={excused && own !== undefined}
                onSet={(dueLocal) => void set(assignment.id, { dueLocal, excused: false })}
              />
            ) : null}
            <label className="flex items-center gap-1.5 text-small">
              <input
                type="checkbox"
                className="size-4.5"
                checked={excused}
                onChange={(event) =>
                  void set(assignment.id, {
                    // Asking for what was due while they were away takes a due time of their own.
                    dueLocal: !event.target.checked && !own && due ? instantToLocal(due, zone) : null,
                    excused: event.target.checked,
                  })
                }
              />
              excused
            </label>
            {due && Date.parse(due) < now && !excused ? (
              <span className="text-small font-semibold text-brick">was due {sayMoment(due, zone)}</span>
            ) : null}
          </li>
        ))}
      </ul>
    </section>
  );
}

interface DueInputProps {
  label: string;
  value: string;
  disabled: boolean;
  onSet: (value: string) => void;
}

/** A due time that is set when the field is left, so that half a date is never sent. */
function DueInput({ label, value, disabled, onSet }: DueInputProps) {
  const [text, setText] = useState(value);
  return (
    <input
      type="datetime-local"
      aria-label={label}
      className={`${inputClass} w-60! py-1`}
      value={text}
      disabled={disabled}
      onChange={(event) => setText(event.target.value)}
      onBlur={() => {
        if (text !== value && isLocalTime(text)) onSet(text);
      }}
    />
  );
}
