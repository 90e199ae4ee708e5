import { Link } from 'react-router';
import { sayDuration } from '@vestibul/core';
import type { AnswerOf } from '@vestibul/contract';
import {
  assignmentsFor,
  placesFor,
  tallyOf,
  type Arrangement,
  type Place as Seat,
  type Tally,
} from '../../parts/rack/courseWork';
import { sayCount, sayDueDay, sayListName, sayShortly } from '../../parts/ui/format';
import { enamel } from '../../parts/courses/Plate';
import { placePath, type Place } from '../../parts/hall/places';
import { stripFor } from '../../parts/naming/stripFor';
import { PeriodChip } from '../../parts/courses/PeriodChip';
import type { Course } from '../../state/api';
import { summarise, type DueLine } from './summarise';
import { periodsIn } from '../../parts/courses/periods';

/** What waits for the teacher, and the place that the first of each leads to. */
const counts = [
  ['unseen', 'not seen', 'Rack'],
  ['held', 'to approve', 'Rack'],
  ['toReview', 'to review', 'Review desk'],
  ['toHandBack', 'to hand back', 'Rack'],
] as const satisfies readonly (readonly [keyof Tally, string, Place])[];

interface PeopleProps {
  seats: readonly { line: DueLine; place: Seat }[];
  courseId: Course['id'];
  /** What is said at the end of a line. */
  children: (place: Seat) => string;
}

/** How many of them are shown. */
const MOST_PEOPLE = 8;

/** Students with something for the teacher, each leading to their work on the desk. */
function People({ seats, courseId, children }: PeopleProps) {
  const more = seats.length - MOST_PEOPLE;
  return (
    <>
      <ul className="grid list-none gap-1 p-0">
        {seats.slice(0, MOST_PEOPLE).map(({ line, place }) => (
          <li key={`${line.assignment.id}${place.student.id}`}>
            <Link
              to={placePath(courseId, 'Review desk', String(line.period.number), {
                assignment: line.assignment.id,
                student: place.student.id,
              })}
              className="grid grid-cols-[auto_minmax(0,1fr)_auto] items-baseline gap-x-2.5 rounded-md border-l-4 bg-surface px-2.5 py-1.5 text-ink no-underline hover:bg-ground"
              style={{ borderLeftColor: enamel(line.period.enamel) }}
            >
              <span className="sr-only">{line.period.label} </span>
              <b className="truncate font-semibold">{sayListName(place.student)}</b>
              <span className="truncate text-small text-ink-2">{line.assignment.title}</span>
              <span className="text-small whitespace-nowrap text-ink-2">{children(place)}</span>
            </Link>
          </li>
        ))}
      </ul>
      {more > 0 ? <p className="mt-1 text-small text-ink-2">and {more} more</p> : null}
    </>
  );
}

interface WaitingProps {
  course: Course;
  period: string;
  rack: AnswerOf<'readRack'>;
  now: number;
  zone: string;
  arrangement: Arrangement;
}

/** The teacher's first look: what arrived, what waits, what is due next, who is missing most; each leads to its place. */
export function Waiting({ course, period, rack, now, zone, arrangement }: WaitingProps) {
  const lines: DueLine[] = periodsIn(course, period).flatMap((known) =>
    assignmentsFor(course, String(known.number), now).flatMap((assignment) => {
      const due = assignment.dues.find(({ periodId }) => periodId === known.id);
      if (!due) return [];
      const places = placesFor(course, rack, String(known.number), assignment, now, arrangement);
      return [
        {
          period: known,
          assignment,
          dueMs: Date.parse(due.due),
          due: due.due,
          places,
          tally: tallyOf(places),
        },
      ];
    }),
  );
  const { arrived, answered, soon, waiting, missing } = summarise(lines, now);
  const strays = ({ student, slot }: Pick<Seat, 'student' | 'slot'>) =>
    stripFor(course, student, slot, zone).named?.follows === false;
  const toMend =
    lines.flatMap((line) => line.places).filter((place) => place.slot?.turnedInAt && strays(place)).length +
    rack.students.filter((student) => student.leftAt === null && strays({ student, slot: undefined })).length;
  const total = (key: keyof Tally) => lines.reduce((sum, line) => sum + line.tally[key], 0);
  const to = (place: Place, line: DueLine | undefined) =>
    placePath(
      course.id,
      place,
      line ? String(line.period.number) : period,
      line ? { assignment: line.assignment.id } : {},
    );
  return (
    <div className="grid grid-cols-1 gap-x-7 gap-y-6 lg:grid-cols-[minmax(0,1fr)_21rem]">
      <div className="grid min-w-0 content-start gap-6">
        <ul
          aria-label="Waits for you"
          className="grid list-none grid-cols-2 gap-2.5 p-0 max-[22rem]:grid-cols-1 md:grid-cols-4"
        >
          {counts.map(([key, says, place]) => (
            <Count
              key={key}
              value={total(key)}
              says={says}
              to={to(
                place,
                lines.find(({ tally }) => tally[key] > 0),
              )}
            />
          ))}
        </ul>
        <Lines
          title="Due next"
          lines={soon}
          course={course}
          now={now}
          zone={zone}
          empty="Nothing is due in the days to come."
        />
        <Lines
          title="Waiting for you"
          lines={waiting}
          course={course}
          now={now}
          zone={zone}
          empty="Nothing waits for you."
        />
      </div>
      <div className="grid content-start gap-6">
        {answered.length > 0 ? (
          <section>
            <h2 className="mb-2">Answered you</h2>
            <People seats={answered} courseId={course.id}>
              {({ slot }) => sayCount(slot!.answers, 'answer')}
            </People>
          </section>
        ) : null}
        <section>
          <h2 className="mb-2">What arrived</h2>
          {arrived.length === 0 ? <p className="text-ink-2">Nothing new.</p> : null}
          <People seats={arrived} courseId={course.id}>
            {({ slot }) => sayShortly(slot!.turnedInAt!, now, zone)}
          </People>
        </section>
        <section>
          <h2 className="mb-2">Missing most</h2>
          {missing.length === 0 ? <p className="text-ink-2">No one is missing anything.</p> : null}
          <ul className="grid list-none gap-1 p-0">
            {missing.slice(0, 6).map(({ student, lines: theirs }) => (
              <li key={student.id}>
                <Link
                  to={to('Rack', theirs[0])}
                  className="flex items-baseline gap-2.5 rounded-md border-l-4 bg-surface px-2.5 py-1.5 text-ink no-underline hover:bg-ground"
                  style={{ borderLeftColor: enamel(theirs[0]!.period.enamel) }}
                >
                  <b className="min-w-0 truncate font-semibold">{sayListName(student)}</b>
                  <span className="ml-auto text-small whitespace-nowrap text-brick">
                    {theirs.length} missing
                  </span>
                </Link>
              </li>
            ))}
          </ul>
        </section>
        {toMend > 0 ? (
          <Link
            className="rounded text-small font-semibold text-act"
            to={placePath(course.id, 'Set-up', period, { step: 'names', for: 'check' })}
          >
            {sayCount(toMend, 'name does', 'names do')} not follow the rule
          </Link>
        ) : null}
      </div>
    </div>
  );
}

function Count({ value, says, to }: { value: number; says: string; to: string }) {
  const inside = (
    <>
      <b className="font-display text-[1.8rem] leading-none">{value}</b>
      <span className="text-small text-ink-2">{says}</span>
    </>
  );
  const look = 'flex items-baseline gap-2.5 rounded-plate border px-4 py-3';
  return (
    <li>
      {value > 0 ? (
        <Link to={to} className={`${look} border-line bg-surface text-ink no-underline hover:border-edge`}>
          {inside}
        </Link>
      ) : (
        <span className={`${look} border-transparent text-ink-2`}>{inside}</span>
      )}
    </li>
  );
}

interface LinesProps {
  title: string;
  lines: readonly DueLine[];
  course: Course;
  now: number;
  zone: string;
  empty: string;
}

/** How many lines stand in a list before the rest is folded. */
const SHOWN = 7;

function Lines({ title, lines, course, now, zone, empty }: LinesProps) {
  const items = lines.map((line) => (
    <Line key={line.period.id + line.assignment.id} line={line} course={course} now={now} zone={zone} />
  ));
  return (
    <section>
      <h2 className="mb-2">{title}</h2>
      {lines.length === 0 ? <p className="text-ink-2">{empty}</p> : null}
      <ul className="grid list-none gap-1.5 p-0">{items.slice(0, SHOWN)}</ul>
      {items.length > SHOWN ? (
        <details className="mt-1.5">
          <summary className="w-fit cursor-pointer rounded py-1 font-semibold text-act">
            {sayCount(items.length - SHOWN, 'more')}
          </summary>
          <ul className="mt-1.5 grid list-none gap-1.5 p-0">{items.slice(SHOWN)}</ul>
        </details>
      ) : null}
    </section>
  );
}

function Line({ line, course, now, zone }: { line: DueLine; course: Course; now: number; zone: string }) {
  const { period, assignment, tally, dueMs, due } = line;
  const asked = line.places.filter(({ student }) => student.leftAt === null).length;
  return (
    <li>
      <Link
        to={placePath(course.id, 'Rack', String(period.number), { assignment: assignment.id })}
        className="grid grid-cols-[44px_minmax(0,1fr)_auto] items-center gap-4 rounded-lg border border-line bg-surface px-3 py-1.5 text-ink max-sm:grid-cols-[44px_minmax(0,1fr)] max-sm:gap-x-3 max-sm:gap-y-1 no-underline hover:border-edge"
      >
        <PeriodChip period={period} className="size-9 rounded-md font-display text-lg" />
        <span className="min-w-0">
          <b className="block truncate font-semibold">{assignment.title}</b>
          <span className="text-small text-ink-2">
            due {sayDueDay(due, now, zone)}
            {dueMs > now ? ` · in ${sayDuration(dueMs - now)}` : ''}
          </span>
        </span>
        <span className="flex flex-wrap items-baseline gap-4 text-small text-ink-2 max-md:gap-3 max-sm:col-start-2">
          <Figure value={tally.in} of={asked} label="in" />
          <Figure value={tally.toReview} label="to review" />
          <Figure value={tally.missing} label="missing" warns />
        </span>
      </Link>
    </li>
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
  const hides = value === 0 && of === undefined;
  return (
    <span
      className={`grid min-w-14 justify-items-end max-md:flex max-md:items-baseline max-md:gap-1.5 ${hides ? 'opacity-0 max-md:hidden' : ''}`}
      aria-hidden={hides}
    >
      <b className={`font-display text-lg leading-none ${warns && value > 0 ? 'text-brick' : 'text-ink'}`}>
        {value}
        {of === undefined ? null : (
          <span className="font-sans text-small font-normal text-ink-2"> of {of}</span>
        )}
      </b>
      <span className="text-[12.5px]">{label}</span>
    </span>
  );
}
