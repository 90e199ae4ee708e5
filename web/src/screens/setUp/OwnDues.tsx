import { useState } from 'react';
import {
  dueFor,
  instantToLocal,
  isLocalTime,
  sayDuration,
  type AssignmentId,
  type Instant,
  type OwnDue,
} from '@vestibul/core';
import { excuseBody } from '../../parts/courses/excuseBody';
import { Check } from '../../parts/ui/Check';
import { inputClass } from '../../parts/ui/Field';
import { sayMoment } from '../../parts/ui/format';
import { tellFailure } from '../../parts/messages/Notices';
import { useNow } from '../../parts/hall/useNow';
import { useZone } from '../../parts/hall/useSession';
import { api, type Course, type RosterStudent, type Slot } from '../../state/api';
import { Section } from './Section';

/** What is asked of one student and when: each due time can be moved for them alone, or the work not asked of them. */
export function OwnDues({ course, student }: { course: Course; student: Pick<RosterStudent, 'id'> }) {
  const rack = api.useReadRackQuery({ params: { courseId: course.id } });
  const [move] = api.useMoveDueMutation();
  const [also, setAlso] = useState(true);
  const seat = rack.data?.students.find(({ id }) => id === student.id);
  if (!rack.data || !seat) return null;
  const { slots, dues } = rack.data;
  const isTheirs = (one: { studentId: string; assignmentId: string }, assignment: AssignmentId) =>
    one.studentId === student.id && one.assignmentId === assignment;
  const lines = course.assignments.toReversed().flatMap((assignment): Line[] => {
    const due = assignment.dues.find(({ periodId }) => periodId === seat.periodId)?.due ?? null;
    const own = dues.find((one) => isTheirs(one, assignment.id)) ?? null;
    if (assignment.visibleAt === null || (due === null && !own)) return [];
    const slot = slots.find((one) => isTheirs(one, assignment.id) && one.turnedInAt) ?? null;
    const asked = dueFor({ due, givenAt: assignment.visibleAt }, own, seat);
    const joinedLater = asked.due !== null && asked.due < seat.joinedAt;
    return [{ assignment, own, slot, joinedLater, ...asked }];
  });
  const set = async (assignmentId: AssignmentId, body: { dueLocal: string | null; excused: boolean }) => {
    const result = await move({
      params: { assignmentId, studentId: student.id },
      body: { ...body, alsoTurnedIn: also },
    });
    if (result.error) tellFailure(result.error);
  };
  const [open, turnedIn] = [lines.filter(({ slot }) => !slot), lines.filter(({ slot }) => slot)];
  return (
    <>
      {open.length > 0 ? (
        <section className="grid gap-2 border-t border-line pt-4">
          <h2>Still asked of them, and when</h2>
          <DueLines lines={open} onSet={set} />
        </section>
      ) : null}
      {turnedIn.length > 0 ? (
        <Section title={`Already in: ${turnedIn.length}`} open={false}>
          <Check label="Use a time set here for the work that is in too" checked={also} onChange={setAlso} />
          <DueLines lines={turnedIn} onSet={set} />
        </Section>
      ) : null}
    </>
  );
}

interface Line {
  assignment: Course['assignments'][number];
  own: OwnDue | null;
  slot: Slot | null;
  /** Whether it was due before they were in the course. */
  joinedLater: boolean;
  due: Instant | null;
  excused: boolean;
}

interface DueLinesProps {
  lines: readonly Line[];
  onSet: (id: AssignmentId, body: { dueLocal: string | null; excused: boolean }) => Promise<void>;
}

function DueLines({ lines, onSet }: DueLinesProps) {
  const zone = useZone();
  const now = useNow(60_000);
  return (
    <ul className="grid list-none gap-1.5 p-0">
      {lines.map(({ assignment, own, slot, joinedLater, due, excused }) => (
        <li key={assignment.id} className="flex flex-wrap items-center gap-x-3 gap-y-1">
          <span className="min-w-44 flex-1">
            {assignment.title}
            {own && !excused ? <b className="ml-2 text-small text-act">their own time</b> : null}
            {!own && excused ? (
              <span className="ml-2 text-small text-ink-2">
                was due {joinedLater ? 'before they joined' : 'while they were away'}
              </span>
            ) : null}
            {slot ? (
              <span
                className={`ml-2 text-small ${slot.lateMs > 0 ? 'font-semibold text-brick' : 'text-ink-2'}`}
              >
                {slot.lateMs > 0 ? `late by ${sayDuration(slot.lateMs)}` : 'in time'}
              </span>
            ) : null}
          </span>
          {due ? (
            <DueInput
              key={due}
              label={`Due for them: ${assignment.title}`}
              value={instantToLocal(due, zone)}
              disabled={excused && own !== null}
              onSet={(dueLocal) => void onSet(assignment.id, { dueLocal, excused: false })}
            />
          ) : null}
          <label className="flex items-center gap-1.5 text-small">
            <input
              type="checkbox"
              className="size-4.5"
              checked={excused}
              onChange={(event) =>
                void onSet(assignment.id, excuseBody(event.target.checked, own, due, zone))
              }
            />
            excused
          </label>
          {due && Date.parse(due) < now && !excused && !slot ? (
            <span className="text-small font-semibold text-brick">was due {sayMoment(due, zone)}</span>
          ) : null}
        </li>
      ))}
    </ul>
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
