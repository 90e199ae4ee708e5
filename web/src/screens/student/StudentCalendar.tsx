import { useState } from 'react';
import { usePageTitle } from '../../parts/ui/usePageTitle';
import { CalendarView, type Span } from '../../parts/calendar/CalendarView';
import { StudentFrame } from './StudentFrame';

/** The student's own due times, by week and by month. */
export function StudentCalendar() {
  usePageTitle('Calendar');
  const [span, setSpan] = useState<Span>('month');
  return (
    <StudentFrame place="Today" wide>
      <header className="mb-3 flex flex-wrap items-end gap-3">
        <h1>Calendar</h1>
        <div role="group" aria-label="Span" className="ml-auto flex flex-wrap gap-1.5">
          {(['week', 'month'] as const).map((known) => (
            <button
              key={known}
              type="button"
              aria-pressed={known === span}
              onClick={() => setSpan(known)}
              className="min-h-9 rounded-lg border border-edge bg-surface px-3 text-ink capitalize aria-pressed:border-brass-mark aria-pressed:bg-brass-soft aria-pressed:font-bold"
            >
              {known}
            </button>
          ))}
        </div>
      </header>
      <CalendarView key={span} span={span} />
    </StudentFrame>
  );
}
