import { Link } from 'react-router';
import { sayDuration } from '@vestibul/core';
import { assignmentsFor, placesFor, tallyOf } from '../../parts/courseWork';
import { sayDay, sayDueDay } from '../../parts/format';
import { Hall } from '../../parts/Hall';
import { enamel } from '../../parts/Plate';
import { placePath } from '../../parts/places';
import { Empty, Read } from '../../parts/States';
import { useCoursePage } from '../../parts/useCoursePage';
import { useNow } from '../../parts/useNow';
import { usePageTitle } from '../../parts/usePageTitle';
import { useZone } from '../../parts/useSession';
import { api, type Course } from '../../state/api';
import { buttonClass } from '../../parts/Button';

/** Days after the due time for which an assignment still stands here while something of it waits. */
const STANDS_DAYS = 21;
const DAY = 86_400_000;

/** Today: for every period, what is due and what waits for the teacher. */
export function Today() {
  const { course, period } = useCoursePage();
  usePageTitle('Today');
  return <Read of={course}>{(data) => <TodayOf course={data} period={period} />}</Read>;
}

interface Line {
  key: string;
  number: number;
  label: string;
  enamel: number;
  assignmentId: string;
  title: string;
  due: string;
  dueMs: number;
  tally: ReturnType<typeof tallyOf>;
  students: number;
}

function TodayOf({ course, period }: { course: Course; period: string }) {
  const now = useNow();
  const zone = useZone();
  const rack = api.useReadRackQuery({ params: { courseId: course.id } });
  const lines: Line[] = course.periods.flatMap((known) =>
    assignmentsFor(course, String(known.number)).flatMap((assignment) => {
      const due = assignment.dues.find(({ periodId }) => periodId === known.id)!.due;
      const places = rack.data ? placesFor(course, rack.data, String(known.number), assignment, now) : [];
      return [
        {
          key: `${known.id}${assignment.id}`,
          number: known.number,
          label: known.label,
          enamel: known.enamel,
          assignmentId: assignment.id,
          title: assignment.title,
          due: sayDueDay(due, now, zone),
          dueMs: Date.parse(due),
          tally: tallyOf(places),
          students: places.length,
        },
      ];
    }),
  );
  const shown = period === 'all' ? lines : lines.filter((line) => String(line.number) === period);
  const soon = shown
    .filter((line) => line.dueMs > now)
    .sort((a, b) => a.dueMs - b.dueMs || a.number - b.number);
  const waiting = shown
    .filter(
      (line) =>
        line.dueMs <= now &&
        now - line.dueMs < STANDS_DAYS * DAY &&
        line.tally.toReview + line.tally.toHandBack > 0,
    )
    .sort((a, b) => b.dueMs - a.dueMs || a.number - b.number);
  return (
    <Hall
      course={course}
      place="Today"
      period={period}
      strip={null}
      keys={[{ keys: ['?'], does: 'keys and forms' }]}
    >
      <h1 className="mb-4">
        Today{' '}
        <span className="ml-1 font-sans text-lg font-normal tracking-normal text-ink-2">
          {sayDay(now, zone)}
        </span>
      </h1>
      <Read of={rack} what="Reading the racks">
        {() =>
          course.assignments.length === 0 || course.students === 0 ? (
            <Empty title={course.students === 0 ? 'Start with your roster' : 'Make the first assignment'}>
              <p>Set-up goes from the roster to names, folders and assignments, one step after the other.</p>
              <Link className={buttonClass('go')} to={placePath(course.id, 'Set-up', period)}>
                To Set-up
              </Link>
            </Empty>
          ) : (
            <div className="grid gap-6">
              <Lines
                title="Due next"
                lines={soon}
                course={course}
                now={now}
                empty="Nothing is due in the days to come."
              />
              <Lines
                title="Waiting for you"
                lines={waiting}
                course={course}
                now={now}
                empty="Nothing waits for you."
              />
            </div>
          )
        }
      </Read>
    </Hall>
  );
}

function Lines({
  title,
  lines,
  course,
  now,
  empty,
}: {
  title: string;
  lines: Line[];
  course: Course;
  now: number;
  empty: string;
}) {
  return (
    <section>
      <h2 className="mb-2">{title}</h2>
      {lines.length === 0 ? <p className="text-ink-2">{empty}</p> : null}
      <ul className="grid list-none gap-1.5 p-0">
        {lines.map((line) => (
          <li key={line.key}>
            <Link
              to={placePath(course.id, 'Rack', String(line.number), { assignment: line.assignmentId })}
              className="grid grid-cols-[44px_minmax(0,1fr)_auto] items-center gap-4 rounded-lg border border-line bg-surface px-3 py-2 text-ink no-underline hover:border-edge"
            >
              <span
                className="grid size-9 place-items-center rounded-md font-display text-lg font-bold text-white"
                style={{ backgroundColor: enamel(line.enamel) }}
              >
                <span className="sr-only">{line.label} </span>
                <span aria-hidden="true">{line.number}</span>
              </span>
              <span className="min-w-0">
                <b className="block truncate font-semibold">{line.title}</b>
                <span className="text-small text-ink-2">
                  due {line.due}
                  {line.dueMs > now ? ` · in ${sayDuration(line.dueMs - now)}` : ''}
                </span>
              </span>
              <span className="flex items-baseline gap-5 text-small text-ink-2 max-md:gap-3">
                <Figure value={line.tally.in} of={line.students} label="in" />
                <Figure value={line.tally.unseen} label="not seen" />
                <Figure value={line.tally.toReview} label="to review" />
                <Figure value={line.tally.toHandBack} label="to hand back" />
                <Figure value={line.tally.missing} label="missing" warns />
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Figure({
  value,
  of,
  label,
  warns = false,
}: {
  value: number;
  of?: number;
  label: string;
  warns?: boolean;
}) {
  return (
    <span
      className={`grid min-w-14 justify-items-end ${value === 0 && of === undefined ? 'opacity-0 max-md:hidden' : ''}`}
      aria-hidden={value === 0 && of === undefined}
    >
      <b className={`font-display text-lg leading-none ${warns && value > 0 ? 'text-brick' : 'text-ink'}`}>
        {value}
        {of === undefined ? null : (
          <span className="font-sans text-small font-normal text-ink-2"> of {of}</span>
        )}
      </b>
      <span className="text-[12.5px] max-md:hidden">{label}</span>
    </span>
  );
}
