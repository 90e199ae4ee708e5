import { useState } from 'react';
import type { AssignmentId } from '@vestibul/core';
import { Button } from '../../parts/Button';
import { sayMoment } from '../../parts/format';
import { enamel } from '../../parts/Plate';
import { Empty, Read } from '../../parts/States';
import { useZone } from '../../parts/useSession';
import { api } from '../../state/api';
import { AssignmentForm } from './AssignmentForm';
import type { StepProps } from './SetUp';

/** The assignments of the course, and the form that makes or changes one. */
export function AssignmentsStep({ course, period }: StepProps) {
  const zone = useZone();
  const [open, setOpen] = useState<AssignmentId | 'new' | null>(
    course.assignments.length === 0 ? 'new' : null,
  );
  if (open === 'new') return <AssignmentForm course={course} onDone={() => setOpen(null)} />;
  if (open) return <ChangeOne id={open} course={course} onDone={() => setOpen(null)} />;
  const shown = course.assignments.filter(
    (assignment) =>
      period === 'all' ||
      assignment.dues.some(
        (due) => String(course.periods.find((known) => known.id === due.periodId)?.number) === period,
      ),
  );
  return (
    <div className="grid gap-4">
      <Button look="go" className="justify-self-start" onClick={() => setOpen('new')}>
        New assignment
      </Button>
      {shown.length === 0 ? (
        <Empty title="No assignment here yet">
          <p>Give one to this period by setting its due time.</p>
        </Empty>
      ) : (
        <ul className="grid list-none gap-1.5 p-0">
          {shown.toReversed().map((assignment) => (
            <li key={assignment.id}>
              <button
                type="button"
                onClick={() => setOpen(assignment.id)}
                className="flex w-full flex-wrap items-center gap-x-5 gap-y-1 rounded-lg border border-line bg-surface px-4 py-2.5 text-left text-ink hover:border-edge"
              >
                <b className="min-w-52 flex-1 font-semibold">{assignment.title}</b>
                <span className="flex flex-wrap gap-x-4 gap-y-1 text-small text-ink-2">
                  {course.periods.flatMap((known) => {
                    const due = assignment.dues.find(({ periodId }) => periodId === known.id);
                    return due
                      ? [
                          <span key={known.id} className="inline-flex items-center gap-1.5">
                            <span
                              className="grid size-6 place-items-center rounded text-[13px] font-bold text-white"
                              style={{ backgroundColor: enamel(known.enamel) }}
                            >
                              {known.number}
                            </span>
                            {sayMoment(due.due, zone)}
                          </span>,
                        ]
                      : [];
                  })}
                </span>
              </button>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}

function ChangeOne({
  id,
  course,
  onDone,
}: {
  id: AssignmentId;
  course: StepProps['course'];
  onDone: () => void;
}) {
  const assignment = api.useReadAssignmentQuery({ params: { assignmentId: id } });
  return (
    <Read of={assignment}>
      {(data) => <AssignmentForm course={course} assignment={data} onDone={onDone} />}
    </Read>
  );
}
