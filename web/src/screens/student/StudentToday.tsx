import { CalendarDays } from 'lucide-react';
import { Link } from 'react-router';
import { sayDuration } from '@vestibul/core';
import { AccountNews } from '../../parts/hall/AccountNews';
import { sayDueDay, sayMoment } from '../../parts/ui/format';
import { Empty, Read } from '../../parts/messages/States';
import { useNow } from '../../parts/hall/useNow';
import { usePageTitle } from '../../parts/ui/usePageTitle';
import { useZone } from '../../parts/hall/useSession';
import { api } from '../../state/api';
import type { MyAssignment } from './currentAssignment';
import { NewMark, StateMark } from './StateMark';
import { StudentFrame } from './StudentFrame';

/** The student's Today: what is due, soonest first, and what is missing. */
export function StudentToday() {
  usePageTitle('Today');
  const mine = api.useListMyAssignmentsQuery();
  const now = useNow();
  return (
    <StudentFrame place="Today">
      <header className="mb-4 flex items-end gap-3">
        <h1>Today</h1>
        <Link
          to="/calendar"
          className="ml-auto flex min-h-6 items-center gap-1.5 rounded font-semibold text-act"
        >
          <CalendarDays aria-hidden="true" className="size-5" /> Calendar
        </Link>
      </header>
      <AccountNews />
      <Read of={mine} what="Reading what is due">
        {(assignments) => {
          const ahead = assignments.filter(({ due }) => Date.parse(due) >= now);
          const missing = assignments.filter(({ state }) => state === 'missing');
          const before = assignments
            .filter((one) => !ahead.includes(one) && !missing.includes(one))
            .toReversed();
          return assignments.length === 0 ? (
            <Empty title="Nothing is due">
              <p>When a teacher gives your period an assignment, it is here with its due time.</p>
            </Empty>
          ) : (
            <div className="grid gap-6">
              <Group
                title="Due next"
                assignments={ahead}
                now={now}
                empty="Nothing is due in the days to come."
                large
              />
              {missing.length > 0 ? <Group title="Missing" assignments={missing} now={now} /> : null}
              {before.length > 0 ? <Group title="Before" assignments={before} now={now} /> : null}
            </div>
          );
        }}
      </Read>
    </StudentFrame>
  );
}

interface GroupProps {
  title: string;
  assignments: readonly MyAssignment[];
  now: number;
  empty?: string;
  large?: boolean;
}

function Group({ title, assignments, now, empty, large = false }: GroupProps) {
  const zone = useZone();
  return (
    <section aria-label={title}>
      <h2 className="mb-2">{title}</h2>
      {assignments.length === 0 ? <p className="text-ink-2">{empty}</p> : null}
      <ul className="grid list-none gap-2 p-0">
        {assignments.map((assignment) => (
          <li key={assignment.id}>
            <Link
              to={
                assignment.state === 'handed back' && assignment.submissionId
                  ? `/handed-back/${assignment.submissionId}`
                  : `/turn-in/${assignment.id}`
              }
              className="grid grid-cols-[1fr_auto] items-center gap-x-3 gap-y-1 rounded-lg border border-line bg-surface px-4 py-3 text-ink no-underline hover:border-edge"
            >
              <b className={`min-w-0 font-semibold ${large ? 'font-display text-xl leading-tight' : ''}`}>
                {assignment.title}
                {assignment.isNew ? <NewMark /> : null}
              </b>
              {assignment.sentBackAt ? (
                <b className="justify-self-end rounded bg-brass-soft px-2 py-0.5 text-small text-ink">
                  sent back
                </b>
              ) : (
                <StateMark state={assignment.state} late={assignment.lateMs > 0} />
              )}
              <span className="col-span-2 text-small text-ink-2">
                {assignment.courseTitle}
                {Date.parse(assignment.due) >= now
                  ? ` · due ${sayDueDay(assignment.due, now, zone)} · in ${sayDuration(Date.parse(assignment.due) - now)}`
                  : ` · was due ${sayMoment(assignment.due, zone)}`}
                {assignment.lateMs > 0 ? ` · late by ${sayDuration(assignment.lateMs)}` : ''}
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}
