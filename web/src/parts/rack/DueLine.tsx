import { sayDuration } from '@vestibul/core';
import { sayMoment } from '../ui/format';
import type { Course } from '../../state/api';
import { onePeriod, sayPeriods } from '../courses/periods';

interface DueLineProps {
  course: Course;
  assignment: Course['assignments'][number];
  period: string;
  now: number;
  zone: string;
}

/** `Period 3 · due Tue 24 Nov, 23:59 · 5 h 12 min left`. */
export function DueLine({ course, assignment, period, now, zone }: DueLineProps) {
  const known = onePeriod(course, period);
  if (!known) return <p className="text-ink-2">{sayPeriods(course, period)}</p>;
  const due = assignment.dues.find(({ periodId }) => periodId === known.id)?.due;
  if (!due) return <p className="text-ink-2">{known.label} · no due time</p>;
  const left = Date.parse(due) - now;
  return (
    <p className="text-ink-2">
      {known.label} · due {sayMoment(due, zone)} ·{' '}
      {left > 0 ? `${sayDuration(left)} left` : `${sayDuration(-left)} ago, still open`}
    </p>
  );
}
