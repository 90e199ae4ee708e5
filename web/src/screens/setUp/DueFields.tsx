import { instantToLocal, isLocalTime, nextMeeting, type Instant, type PeriodId } from '@vestibul/core';
import { inputClass } from '../../parts/ui/Field';
import { PeriodChip } from '../../parts/courses/PeriodChip';
import type { Course } from '../../state/api';
import type { Draft } from './assignmentDraft';
import { sayClock } from './sayClock';

interface DueFieldsProps {
  course: Course;
  draft: Draft;
  zone: string;
  /** As they are already; what was due is no news. */
  known: Draft['dues'];
  error?: string | undefined;
  onChange: (dues: Draft['dues']) => void;
}

/** A due time for each period that gets the assignment, in the school's time. */
export function DueFields({ course, draft: { dues }, zone, known, error, onChange }: DueFieldsProps) {
  const given = course.periods.filter((period) => dues[period.id] !== undefined);
  const set = (id: PeriodId, value: string | undefined) => {
    const next = { ...dues };
    if (value === undefined) delete next[id];
    else next[id] = value;
    onChange(next);
  };
  const setAll = (value: string) => onChange(Object.fromEntries(given.map((period) => [period.id, value])));
  const now = instantToLocal(new Date().toISOString() as Instant, zone);
  return (
    <fieldset className="grid gap-2">
      <legend className="mb-2 font-semibold">Due, in the school’s time ({zone})</legend>
      {course.periods.map((period) => {
        const value = dues[period.id];
        const lesson = nextMeeting(period.meetings, now);
        return (
          <div key={period.id} className="flex flex-wrap items-center gap-x-3 gap-y-1">
            <label className="flex w-44 items-center gap-2.5">
              <input
                type="checkbox"
                className="size-5"
                checked={value !== undefined}
                onChange={(event) =>
                  set(period.id, event.target.checked ? (Object.values(dues).find(Boolean) ?? '') : undefined)
                }
              />
              <PeriodChip period={period} className="size-7 rounded text-small" labelled />
              <span className="truncate">{period.label}</span>
            </label>
            {value === undefined ? (
              <span className="text-small text-ink-2">not given to this period</span>
            ) : (
              <>
                <input
                  type="datetime-local"
                  aria-label={`Due for ${period.label}`}
                  aria-invalid={error !== undefined && !isLocalTime(value)}
                  value={value}
                  onChange={(event) => set(period.id, event.target.value)}
                  className={`${inputClass} w-60!`}
                />
                {period.id === given[0]?.id && given.length > 1 ? (
                  <TextButton onPress={() => setAll(value)}>the same for all</TextButton>
                ) : null}
                {lesson ? (
                  <TextButton onPress={() => set(period.id, lesson.from)}>next lesson</TextButton>
                ) : null}
                <span className="text-small text-ink-2">{sayClock(value, zone)}</span>
                {isLocalTime(value) && value < now && value !== known[period.id] ? (
                  <span className="text-small font-semibold text-brick">
                    in the past: what comes in now is late
                  </span>
                ) : null}
              </>
            )}
          </div>
        );
      })}
      {error ? (
        <p role="alert" className="text-small font-semibold text-brick">
          {error}
        </p>
      ) : null}
    </fieldset>
  );
}

function TextButton({ onPress, children }: { onPress: () => void; children: string }) {
  return (
    <button type="button" className="rounded text-small font-semibold text-act underline" onClick={onPress}>
      {children}
    </button>
  );
}
