import { ChevronLeft, ChevronRight } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import {
  addDays,
  addMonths,
  instantToLocal,
  meetingsOn,
  weekOf,
  weeksOfMonth,
  type Day,
  type Instant,
} from '@vestibul/core';
import type { AnswerOf } from '@vestibul/contract';
import { Button } from '../ui/Button';
import { sayCount } from '../ui/format';
import { placePath } from '../hall/places';
import { enamel } from '../courses/Plate';
import { Read } from '../messages/States';
import { useKeys } from '../ui/useKeys';
import { useNow } from '../hall/useNow';
import { usePerson, useZone } from '../hall/useSession';
import { Check } from '../ui/Check';
import { PeriodChip } from '../courses/PeriodChip';
import { api, type Course } from '../../state/api';
import { FeedDialog } from './FeedDialog';
import { isLookedAt, type LookedAt } from '../courses/periods';

type Entry = AnswerOf<'readCalendar'>[number];
export type Span = 'week' | 'month';

interface CalendarViewProps {
  span: Span;
  /** Whose lessons and plates are shown; without one, a student's own calendar. */
  course?: Course;
  period?: string;
}

const dayNames = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'] as const;

const say = (day: Day, options: Intl.DateTimeFormatOptions) =>
  new Intl.DateTimeFormat('en-GB', { ...options, timeZone: 'UTC' }).format(new Date(`${day}T12:00Z`));

/** A week or a month of what is due, with the lessons of the course in the week. */
export function CalendarView({ span, course, period = 'all' }: CalendarViewProps) {
  const zone = useZone();
  const now = useNow(60_000);
  const today = instantToLocal(new Date(now).toISOString() as Instant, zone).slice(0, 10) as Day;
  const [at, setAt] = useState<Day>(today);
  const [everyCourse, setEveryCourse] = useState(course === undefined);
  const [asksFeed, setAsksFeed] = useState(false);
  const weeks = span === 'week' ? [weekOf(at)] : weeksOfMonth(at);
  const [from, to] = [weeks[0]![0]!, weeks.at(-1)![6]!];
  const entries = api.useReadCalendarQuery({
    query: { from, to, ...(course && !everyCourse ? { course: course.id } : {}) },
  });
  const step = (by: number) => setAt(span === 'week' ? addDays(at, by * 7) : addMonths(at, by));
  useKeys({ ArrowLeft: () => step(-1), ArrowRight: () => step(1), t: () => setAt(today) });
  const fits = (entry: Entry) =>
    period === 'all' ||
    entry.courseId !== course?.id ||
    entry.periods.some((known) => isLookedAt(period, known.number));
  return (
    <div className="flex min-h-0 flex-1 flex-col gap-3">
      <div className="flex flex-wrap items-center gap-2">
        <Button look="quiet" aria-label={`${span} before`} onClick={() => step(-1)}>
          <ChevronLeft aria-hidden="true" className="size-5" />
        </Button>
        <Button look="quiet" aria-label={`next ${span}`} onClick={() => step(1)}>
          <ChevronRight aria-hidden="true" className="size-5" />
        </Button>
        <Button look="quiet" disabled={weeks.flat().includes(today)} onClick={() => setAt(today)}>
          Today
        </Button>
        <h2 className="font-display text-xl text-ink" aria-live="polite">
          {span === 'week'
            ? `${say(from, { day: 'numeric', month: 'long' })} – ${say(to, { day: 'numeric', month: 'long', year: 'numeric' })}`
            : say(at, { month: 'long', year: 'numeric' })}
        </h2>
        <span className="ml-auto flex flex-wrap items-center gap-3">
          {course ? <Check label="all my courses" checked={everyCourse} onChange={setEveryCourse} /> : null}
          <Button look="quiet" onClick={() => setAsksFeed(true)}>
            In my own calendar
          </Button>
        </span>
      </div>
      <Read of={entries} what="Reading the calendar">
        {(data) => {
          const byDay = new Map<string, Entry[]>();
          for (const entry of data.filter(fits)) {
            const day = entry.dueLocal.slice(0, 10);
            byDay.set(day, [...(byDay.get(day) ?? []), entry]);
          }
          return (
            <>
              <Agenda days={weeks.flat()} byDay={byDay} today={today} />
              <div className="min-h-0 flex-1 overflow-auto rounded-plate border border-line bg-surface max-md:hidden">
                <table className="h-full w-full table-fixed border-collapse">
                  <caption className="sr-only">
                    {sayCount(data.length, 'thing')} due from {from} to {to}
                  </caption>
                  <thead>
                    <tr>
                      {dayNames.map((name) => (
                        <th
                          key={name}
                          scope="col"
                          className="h-8 border-b border-line px-2 text-left text-small font-semibold text-ink-2"
                        >
                          {name}
                        </th>
                      ))}
                    </tr>
                  </thead>
                  <tbody>
                    {weeks.map((week) => (
                      <tr key={week[0]}>
                        {week.map((day) => (
                          <DayCell
                            key={day}
                            day={day}
                            isToday={day === today}
                            isAside={span === 'month' && day.slice(0, 7) !== at.slice(0, 7)}
                            entries={byDay.get(day) ?? []}
                            {...(course ? { course } : {})}
                            showsLessons={span === 'week'}
                            lookedAt={period}
                          />
                        ))}
                      </tr>
                    ))}
                  </tbody>
                </table>
              </div>
            </>
          );
        }}
      </Read>
      {asksFeed ? <FeedDialog onClose={() => setAsksFeed(false)} /> : null}
    </div>
  );
}

/** The same on a phone: only the days on which something is due, one below the other. */
function Agenda({
  days,
  byDay,
  today,
}: {
  days: readonly Day[];
  byDay: ReadonlyMap<string, readonly Entry[]>;
  today: Day;
}) {
  const full = days.filter((day) => byDay.has(day));
  if (full.length === 0) return <p className="text-ink-2 md:hidden">Nothing is due in these days.</p>;
  return (
    <ol className="grid list-none gap-3 p-0 md:hidden">
      {full.map((day) => (
        <li key={day}>
          <p className={`mb-1 font-semibold ${day === today ? 'w-fit rounded bg-brass-soft px-1.5' : ''}`}>
            {say(day, { weekday: 'long', day: 'numeric', month: 'long' })}
          </p>
          <ul className="grid list-none gap-1.5 p-0">
            {byDay.get(day)!.map((entry) => (
              <DueEntry key={`${entry.assignmentId}${entry.dueLocal}`} entry={entry} />
            ))}
          </ul>
        </li>
      ))}
    </ol>
  );
}

interface DayCellProps {
  day: Day;
  isToday: boolean;
  isAside: boolean;
  entries: readonly Entry[];
  course?: Course;
  showsLessons: boolean;
  lookedAt: LookedAt;
}

function DayCell({ day, isToday, isAside, entries, course, showsLessons, lookedAt }: DayCellProps) {
  const lessons = showsLessons
    ? (course?.periods ?? [])
        .filter((period) => isLookedAt(lookedAt, period.number))
        .flatMap((period) => meetingsOn(period.meetings, day).map((meeting) => ({ period, meeting })))
        .toSorted((a, b) => (a.meeting.from < b.meeting.from ? -1 : 1))
    : [];
  return (
    <td
      className={`border border-line p-1.5 align-top ${isAside ? 'bg-wall text-ink-2' : ''} ${showsLessons ? '' : 'h-24'}`}
    >
      <p
        className={`mb-1 text-small ${isToday ? 'w-fit rounded bg-brass-soft px-1.5 font-bold text-ink' : 'text-ink-2'}`}
      >
        <span className="sr-only">{say(day, { weekday: 'long' })} </span>
        {say(
          day,
          day.endsWith('-01') || showsLessons ? { day: 'numeric', month: 'short' } : { day: 'numeric' },
        )}
        {isToday ? <span className="sr-only"> (today)</span> : null}
      </p>
      <ul className="grid list-none gap-1 p-0">
        {entries.map((entry) => (
          <DueEntry key={`${entry.assignmentId}${entry.dueLocal}`} entry={entry} />
        ))}
        {lessons.map(({ period, meeting }) => (
          <li
            key={`${period.id}${meeting.from}`}
            className="flex items-center gap-1.5 border-l-3 px-1.5 text-[12.5px] text-ink-2"
            style={{ borderLeftColor: enamel(period.enamel) }}
          >
            {meeting.from.slice(11)} {period.label}
          </li>
        ))}
      </ul>
    </td>
  );
}

function DueEntry({ entry }: { entry: Entry }) {
  const { standing } = usePerson();
  const only = entry.periods.length === 1 ? String(entry.periods[0]!.number) : 'all';
  const to =
    standing === 'student'
      ? `/turn-in/${entry.assignmentId}`
      : entry.isDraft
        ? placePath(entry.courseId, 'Set-up', 'all', { step: 'assignments' })
        : placePath(entry.courseId, 'Rack', only, { assignment: entry.assignmentId });
  return (
    <li>
      <Link
        to={to}
        title={`${entry.title}, ${entry.courseTitle}`}
        className={`block rounded border bg-wall px-1.5 py-1 text-small leading-tight text-ink no-underline hover:border-edge ${entry.isDraft ? 'border-dashed border-edge' : 'border-line'}`}
      >
        <span className="flex items-center gap-1">
          <time className="text-ink-2">{entry.dueLocal.slice(11)}</time>
          {entry.periods.map((period) => (
            <PeriodChip key={period.id} period={period} className="size-4.5 rounded-[4px] text-[11px]" />
          ))}
          {entry.isDraft ? <span className="text-[12px] text-ink-2">draft</span> : null}
        </span>
        <b className="line-clamp-2 font-semibold [overflow-wrap:anywhere]">{entry.title}</b>
      </Link>
    </li>
  );
}
