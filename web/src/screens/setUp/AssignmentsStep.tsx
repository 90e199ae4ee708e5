import { Copy, Search } from 'lucide-react';
import { Suspense, lazy, useState } from 'react';
import { plainWords, type AssignmentId } from '@vestibul/core';
import { Button } from '../../parts/ui/Button';
import { Dialog } from '../../parts/ui/Dialog';
import { Field, inputClass } from '../../parts/ui/Field';
import { sayCount, sayMoment } from '../../parts/ui/format';
import { tell, tellFailure } from '../../parts/messages/Notices';
import { mayRun } from '../../parts/hall/places';
import { Empty, Loading, Read } from '../../parts/messages/States';
import { useNow } from '../../parts/hall/useNow';
import { useZone } from '../../parts/hall/useSession';
import { PeriodChip } from '../../parts/courses/PeriodChip';
import { Check } from '../../parts/ui/Check';
import { toggled } from '../../parts/ui/toggled';
import { api, type Course } from '../../state/api';
import { orders, sortAssignments, type AssignmentOrder } from './sortAssignments';
import type { StepProps } from './SetUp';
import { periodsIn } from '../../parts/courses/periods';

// The list stands without it; it comes when one of them is opened.
const AssignmentForm = lazy(() =>
  import('./AssignmentForm').then(({ AssignmentForm: view }) => ({ default: view })),
);

type Listed = Course['assignments'][number];

/** The assignments of the course: found, put in order, copied; and the form that makes or changes one. */
export function AssignmentsStep({ course, period }: StepProps) {
  const runs = mayRun(course);
  const [open, setOpen] = useState<AssignmentId | 'new' | null>(
    course.assignments.length === 0 && runs ? 'new' : null,
  );
  const [find, setFind] = useState('');
  const [order, setOrder] = useState<AssignmentOrder>('newest');
  const [copies, setCopies] = useState(false);
  if (open) {
    return (
      <Suspense fallback={<Loading />}>
        {open === 'new' ? (
          <AssignmentForm course={course} onDone={() => setOpen(null)} />
        ) : (
          <ChangeOne id={open} course={course} onDone={() => setOpen(null)} />
        )}
      </Suspense>
    );
  }
  const ids = new Set(periodsIn(course, period).map(({ id }) => id));
  const inPeriod = course.assignments.filter(
    (assignment) => assignment.dues.length === 0 || assignment.dues.some((due) => ids.has(due.periodId)),
  );
  const words = plainWords(find);
  const shown = sortAssignments(
    inPeriod.filter(({ title, unit, shortName }) =>
      plainWords(`${title} ${shortName} ${unit}`).includes(words),
    ),
    order,
  );
  return (
    <div className="grid gap-4">
      <div className="flex flex-wrap items-center gap-2.5">
        {runs ? (
          <>
            <Button look="go" onClick={() => setOpen('new')}>
              New assignment
            </Button>
            <Button onClick={() => setCopies(true)}>
              <Copy aria-hidden="true" className="size-4.5" /> Copy from another course
            </Button>
          </>
        ) : null}
        <label className="relative ml-auto">
          <span className="sr-only">Find an assignment</span>
          <Search aria-hidden="true" className="absolute top-2.5 left-2.5 size-4.5 text-ink-2" />
          <input
            type="search"
            className={`${inputClass} w-56! pl-8.5!`}
            placeholder="title or unit"
            value={find}
            onChange={(event) => setFind(event.target.value)}
          />
        </label>
        <select
          aria-label="Order of assignments"
          className={`${inputClass} w-auto!`}
          value={order}
          onChange={(event) => setOrder(event.target.value as AssignmentOrder)}
        >
          {Object.entries(orders).map(([known, says]) => (
            <option key={known} value={known}>
              {says}
            </option>
          ))}
        </select>
      </div>
      {shown.length === 0 ? (
        <Empty title={inPeriod.length === 0 ? 'No assignment here yet' : 'No assignments match'}>
          <p>
            {inPeriod.length === 0
              ? 'Give one to this period by setting its due time.'
              : 'Try another part of its title or unit.'}
          </p>
        </Empty>
      ) : (
        <ul className="grid list-none gap-1.5 p-0" style={{ contentVisibility: 'auto' }}>
          {shown.map((assignment) => (
            <AssignmentRow
              key={assignment.id}
              course={course}
              assignment={assignment}
              onOpen={() => setOpen(assignment.id)}
            />
          ))}
        </ul>
      )}
      {copies ? <CopyDialog course={course} onClose={() => setCopies(false)} /> : null}
    </div>
  );
}

interface AssignmentRowProps {
  course: Course;
  assignment: Listed;
  onOpen: () => void;
}

function AssignmentRow({ course, assignment, onOpen }: AssignmentRowProps) {
  const zone = useZone();
  const now = useNow(60_000);
  const { visibleAt } = assignment;
  const isScheduled = visibleAt !== null && Date.parse(visibleAt) > now;
  return (
    <li>
      <button
        type="button"
        onClick={onOpen}
        className={`flex w-full flex-wrap items-center gap-x-5 gap-y-1 rounded-lg border bg-surface px-4 py-2.5 text-left text-ink hover:border-edge ${visibleAt === null ? 'border-dashed border-edge' : 'border-line'}`}
      >
        <span className="min-w-52 flex-1">
          <b className="font-semibold">{assignment.title}</b>
          <span className="block text-small text-ink-2">
            {[
              visibleAt === null ? 'draft' : isScheduled ? `published ${sayMoment(visibleAt, zone)}` : '',
              assignment.unit,
              assignment.holds ? 'pieces wait for approval' : '',
            ]
              .filter(Boolean)
              .join(' · ')}
          </span>
        </span>
        <span className="flex flex-wrap gap-x-4 gap-y-1 text-small text-ink-2">
          {course.periods.flatMap((known) => {
            const due = assignment.dues.find(({ periodId }) => periodId === known.id);
            return due
              ? [
                  <span key={known.id} className="inline-flex items-center gap-1.5">
                    <PeriodChip period={known} />
                    {sayMoment(due.due, zone)}
                  </span>,
                ]
              : [];
          })}
        </span>
      </button>
    </li>
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
      {(data) => (
        <>
          <a
            className="mb-3 inline-block rounded font-semibold text-act"
            href={`/as-a-student/${id}`}
            target="_blank"
            rel="noopener noreferrer"
          >
            See it as a student
          </a>
          <AssignmentForm course={course} assignment={data} onDone={onDone} />
        </>
      )}
    </Read>
  );
}

/** Copies of assignments from another course of the teacher's, as drafts. */
function CopyDialog({ course, onClose }: { course: Course; onClose: () => void }) {
  const courses = api.useListCoursesQuery();
  const [from, setFrom] = useState('');
  const [picked, setPicked] = useState<ReadonlySet<AssignmentId>>(new Set());
  const [copy, { isLoading }] = api.useCopyAssignmentsMutation();
  const act = async () => {
    const result = await copy({ params: { courseId: course.id }, body: { assignmentIds: [...picked] } });
    if (!result.data) return tellFailure(result.error);
    tell(`${sayCount(result.data.copied, 'assignment is', 'assignments are')} here as drafts.`);
    onClose();
  };
  return (
    <Dialog title="Copy assignments" description="From another course" open onClose={onClose}>
      <Read of={courses}>
        {(known) => (
          <Field label="From">
            <select
              className={inputClass}
              value={from}
              onChange={(event) => {
                setFrom(event.target.value);
                setPicked(new Set());
              }}
            >
              <option value="">choose a course</option>
              {known.map(({ id, title, yearLabel }) => (
                <option key={id} value={id}>
                  {title}, {yearLabel}
                  {id === course.id ? ' (this one)' : ''}
                </option>
              ))}
            </select>
          </Field>
        )}
      </Read>
      {from ? <PickAssignments courseId={from as Course['id']} picked={picked} onPick={setPicked} /> : null}
      <p className="text-small text-ink-2">
        Copies are drafts with the same due times in periods of the same number; students see them when you
        publish.
      </p>
      <Button look="go" disabled={picked.size === 0 || isLoading} onClick={() => void act()}>
        Copy {sayCount(picked.size, 'assignment')}
      </Button>
    </Dialog>
  );
}

interface PickAssignmentsProps {
  courseId: Course['id'];
  picked: ReadonlySet<AssignmentId>;
  onPick: (picked: ReadonlySet<AssignmentId>) => void;
}

function PickAssignments({ courseId, picked, onPick }: PickAssignmentsProps) {
  const course = api.useReadCourseQuery({ params: { courseId } });
  return (
    <Read of={course}>
      {({ assignments }) => (
        <ul className="grid max-h-72 list-none gap-1 overflow-y-auto p-0">
          {assignments.map(({ id, title, unit }) => (
            <li key={id}>
              <Check
                label={
                  <>
                    {title} {unit ? <span className="text-small text-ink-2">{unit}</span> : null}
                  </>
                }
                checked={picked.has(id)}
                onChange={() => onPick(toggled(picked, id))}
              />
            </li>
          ))}
        </ul>
      )}
    </Read>
  );
}
