import { useId, useState } from 'react';
import { Link } from 'react-router';
import { acts, weekOf, type Act, type ActCounts, type Day } from '@vestibul/core';
import { periodsIn, type LookedAt } from '../../../parts/courses/periods';
import { placePath } from '../../../parts/hall/places';
import { useChosen } from '../../../parts/hall/useChosen';
import { Read } from '../../../parts/messages/States';
import type { StudentRow } from '../../../parts/rack/courseWork';
import { Button } from '../../../parts/ui/Button';
import { inputClass } from '../../../parts/ui/Field';
import { sayListName } from '../../../parts/ui/format';
import { api, type Course } from '../../../state/api';
import type { Term } from '../term/useTerm';
import { sayWeek, sayWeekday } from './sayArrivals';
import { weeksOfActs } from './weeksOfActs';

const ways = { week: 'by week', day: 'by day', student: 'by student', assignment: 'by assignment' } as const;
type Way = keyof typeof ways;

const words: Record<Act, string> = {
  turnedIn: 'Turned in',
  reviewed: 'Reviewed',
  handedBack: 'Handed back',
  commented: 'Commented',
  answered: 'Answered',
  reminded: 'Reminded',
};
/** What a phone has no room for. */
const onlyWide: readonly Act[] = ['commented', 'answered', 'reminded'];

/** Lines that are shown at first. */
const MOST_AT_FIRST = 20;

interface WhatWasDoneProps {
  course: Course;
  period: LookedAt;
  term: Term | null;
  rows: readonly StudentRow[];
}

/** What was done in a term, from the ledger: by week, day, student or assignment, each the way to its lines. */
export function WhatWasDone({ course, period, term, rows }: WhatWasDoneProps) {
  const id = useId();
  const [asksFor, choose] = useChosen();
  const way = (Object.keys(ways) as Way[]).find((key) => key === asksFor.get('by')) ?? 'week';
  const span = term ? { from: term.startsOn, to: term.endsOn } : {};
  const done = api.useReadHappenedQuery({
    params: { courseId: course.id },
    query: {
      by: way === 'week' ? 'day' : way,
      ...span,
      ...(period === 'all'
        ? {}
        : {
            periods: periodsIn(course, period)
              .map((known) => known.id)
              .join(','),
          }),
    },
  });
  const toLedger = (more: Record<string, string>) => placePath(course.id, 'Ledger', period, more);
  const onDays = (from: Day, to: Day) => toLedger({ when: 'days', from, to });
  const during = term ? { when: 'days', ...span } : {};
  /** Every line there is to tell, also of whom nothing was done. */
  const linesFor: Record<Way, (counted: readonly Counted[]) => Line[]> = {
    week: (counted) =>
      weeksOfActs(counted).map(({ monday, counts }) => ({
        key: monday,
        says: sayWeek(monday),
        to: onDays(monday, weekOf(monday)[6]!),
        counts,
      })),
    day: (counted) =>
      counted.toReversed().map(({ of, counts }) => ({
        key: of,
        says: sayWeekday(of),
        to: onDays(of as Day, of as Day),
        counts,
      })),
    student: (counted) =>
      rows.map(({ student }) => ({
        key: student.id,
        says: sayListName(student),
        to: toLedger({ student: student.id, ...during }),
        counts: countsOf(counted, student.id),
      })),
    assignment: (counted) =>
      course.assignments
        .filter((assignment) => counted.some(({ of }) => of === assignment.id))
        .map(({ id: of, title }) => ({
          key: of,
          says: title,
          to: toLedger({ assignment: of, ...during }),
          counts: countsOf(counted, of),
        })),
  };
  return (
    <section
      aria-labelledby={id}
      className="min-w-0 rounded-plate border border-line bg-surface p-4 max-sm:p-2.5"
    >
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <h2 id={id} className="flex-1">
          What was done
        </h2>
        <select
          aria-label="How it is told"
          className={`${inputClass} w-auto! py-1 text-small`}
          value={way}
          onChange={({ target }) =>
            choose((search) =>
              target.value === 'week' ? search.delete('by') : search.set('by', target.value),
            )
          }
        >
          {Object.entries(ways).map(([key, says]) => (
            <option key={key} value={key}>
              {says}
            </option>
          ))}
        </select>
      </div>
      <p className="mb-2 text-small text-ink-2">
        Each time it was done, from the ledger. A press shows the lines.
      </p>
      {/* What was told in another way is no answer to this one. */}
      <Read of={{ ...done, data: done.currentData }} what="Reading the ledger">
        {({ rows: counted }) => <Lines key={way} head={heads[way]} lines={linesFor[way](counted)} />}
      </Read>
    </section>
  );
}

interface Counted {
  of: string;
  counts: ActCounts;
}

interface Line {
  key: string;
  says: string;
  to: string;
  counts: ActCounts | undefined;
}

const heads: Record<Way, string> = {
  week: 'Week of',
  day: 'Day',
  student: 'Student',
  assignment: 'Assignment',
};

const countsOf = (counted: readonly Counted[], id: string) => counted.find(({ of }) => of === id)?.counts;

function Lines({ head, lines }: { head: string; lines: readonly Line[] }) {
  const [isWhole, setWhole] = useState(false);
  if (lines.length === 0) return <p className="text-ink-2">Nothing yet.</p>;
  const shown = isWhole ? lines : lines.slice(0, MOST_AT_FIRST);
  const room = (act: Act) => (onlyWide.includes(act) ? 'max-sm:hidden' : '');
  return (
    <>
      <table className="w-full border-collapse text-small">
        <thead>
          <tr>
            <th scope="col" className="border-b border-line px-1.5 py-1 text-left font-semibold">
              {head}
            </th>
            {acts.map((act) => (
              <th
                key={act}
                scope="col"
                className={`border-b border-line px-1.5 py-1 text-right font-semibold ${room(act)}`}
              >
                {words[act]}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {shown.map(({ key, says, to, counts }) => (
            <tr key={key}>
              <th
                scope="row"
                className="border-b border-line px-1.5 py-1 text-left font-normal [overflow-wrap:anywhere]"
              >
                <Link to={to} className="inline-flex min-h-6 items-center text-act">
                  {says}
                </Link>
              </th>
              {acts.map((act) => (
                <td key={act} className={`border-b border-line px-1.5 py-1 text-right ${room(act)}`}>
                  {counts?.[act] ? counts[act] : '–'}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      {shown.length < lines.length ? (
        <Button look="quiet" className="mt-2" onClick={() => setWhole(true)}>
          Show all {lines.length}
        </Button>
      ) : null}
    </>
  );
}
