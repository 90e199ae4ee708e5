import { LONGEST_CYCLE, type MeetingPattern } from '@vestibul/core';
import { inputClass } from '../../parts/ui/Field';
import { letters, weekdays } from './sayMeetings';

interface MeetingsFieldProps {
  value: MeetingPattern | null;
  /** The first day of the year: where counting the days of a cycle starts. */
  firstDay: string;
  onChange: (value: MeetingPattern | null) => void;
}

/** When a period meets: not said, on days of the week, or as a block that alternates by day. */
export function MeetingsField({ value, firstDay, onChange }: MeetingsFieldProps) {
  const from = value?.kind === 'cycle' ? value.from : (value?.times[0]?.from ?? '09:00');
  const to = value?.kind === 'cycle' ? value.to : (value?.times[0]?.to ?? '09:50');
  const start = (kind: string) => {
    if (kind === 'weekly')
      onChange({ kind, times: [1, 2, 3, 4, 5].map((weekday) => ({ weekday, from, to })) });
    else if (kind === 'cycle')
      onChange({ kind, length: 2, days: [1], firstDay: firstDay as never, from, to });
    else onChange(null);
  };
  const setTimes = (times: { from: string; to: string }) => {
    if (value?.kind === 'weekly')
      onChange({ ...value, times: value.times.map((time) => ({ ...time, ...times })) });
    else if (value?.kind === 'cycle') onChange({ ...value, ...times });
  };
  const toggleDay = (weekday: number) => {
    if (value?.kind !== 'weekly') return;
    const has = value.times.some((time) => time.weekday === weekday);
    const times = has
      ? value.times.filter((time) => time.weekday !== weekday)
      : [...value.times, { weekday, from, to }].toSorted((a, b) => a.weekday - b.weekday);
    if (times.length > 0) onChange({ ...value, times });
  };
  const toggleTurn = (turn: number) => {
    if (value?.kind !== 'cycle') return;
    const days = value.days.includes(turn)
      ? value.days.filter((day) => day !== turn)
      : [...value.days, turn].toSorted((a, b) => a - b);
    if (days.length > 0) onChange({ ...value, days });
  };
  return (
    <fieldset className="grid gap-2">
      <legend className="mb-1 font-semibold">Meets</legend>
      <div className="flex flex-wrap items-center gap-2">
        <select
          aria-label="How it meets"
          className={`${inputClass} w-auto!`}
          value={value?.kind ?? 'none'}
          onChange={(event) => start(event.target.value)}
        >
          <option value="none">not said</option>
          <option value="weekly">on days of the week</option>
          <option value="cycle">as a block that alternates by day</option>
        </select>
        {value ? (
          <>
            <input
              type="time"
              aria-label="From"
              className={`${inputClass} w-auto!`}
              value={from}
              onChange={(event) => event.target.value && setTimes({ from: event.target.value, to })}
            />
            <span>to</span>
            <input
              type="time"
              aria-label="To"
              className={`${inputClass} w-auto!`}
              value={to}
              onChange={(event) => event.target.value && setTimes({ from, to: event.target.value })}
            />
          </>
        ) : null}
      </div>
      {value?.kind === 'weekly' ? (
        <div className="flex flex-wrap gap-1.5">
          {weekdays.map((name, i) => (
            <Toggle
              key={name}
              label={name}
              pressed={value.times.some((time) => time.weekday === i + 1)}
              onPress={() => toggleDay(i + 1)}
            />
          ))}
        </div>
      ) : null}
      {value?.kind === 'cycle' ? (
        <div className="flex flex-wrap items-center gap-2">
          <label className="flex items-center gap-2">
            days in the cycle
            <input
              type="number"
              min={2}
              max={LONGEST_CYCLE}
              className={`${inputClass} w-20!`}
              value={value.length}
              onChange={(event) => {
                const length = Math.min(LONGEST_CYCLE, Math.max(2, Number(event.target.value) || 2));
                onChange({
                  ...value,
                  length,
                  days: value.days
                    .filter((day) => day <= length)
                    .concat(value.days.every((day) => day > length) ? [1] : []),
                });
              }}
            />
          </label>
          {Array.from({ length: value.length }, (_, i) => (
            <Toggle
              key={i}
              label={`day ${letters[i]}`}
              pressed={value.days.includes(i + 1)}
              onPress={() => toggleTurn(i + 1)}
            />
          ))}
          <label className="flex items-center gap-2">
            day A is
            <input
              type="date"
              className={`${inputClass} w-auto!`}
              value={value.firstDay}
              onChange={(event) =>
                event.target.value && onChange({ ...value, firstDay: event.target.value as never })
              }
            />
          </label>
        </div>
      ) : null}
    </fieldset>
  );
}

function Toggle({ label, pressed, onPress }: { label: string; pressed: boolean; onPress: () => void }) {
  return (
    <button
      type="button"
      aria-pressed={pressed}
      onClick={onPress}
      className="rounded-md border border-edge bg-surface px-2.5 py-1 text-small text-ink aria-pressed:border-brass-mark aria-pressed:bg-brass-soft aria-pressed:font-bold"
    >
      {label}
    </button>
  );
}
