import { useState } from 'react';
import { addDays, type Day } from '@vestibul/core';
import { Button } from '../../../parts/ui/Button';
import { inputClass } from '../../../parts/ui/Field';

const DAY_MS = 86_400_000;
const noon = (day: Day) => Date.parse(`${day}T12:00:00Z`);

interface DayBandProps {
  id: string;
  /** '' is now. */
  day: Day | '';
  first: Day;
  today: Day;
  onChoose: (day: Day | '') => void;
}

/** Sets the day at whose end everything is shown, by its date or along the year; of a past one a band says so. */
export function DayBand({ id, day, first, today, onChoose }: DayBandProps) {
  const days = Math.max(0, Math.round((noon(today) - noon(first)) / DAY_MS));
  const at = day ? Math.round((noon(day) - noon(first)) / DAY_MS) : days;
  const isPast = day !== '' && day < today;
  const choose = (next: string) => onChoose(next >= today ? '' : (next as Day));
  // While it is being typed it is no day yet, and stays as it is in its field.
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <div
      className={`flex flex-wrap items-center gap-x-3 gap-y-1.5 rounded-lg border px-3 py-1.5 ${isPast ? 'border-brass-mark bg-brass-soft' : 'border-line bg-surface'}`}
    >
      <label className="flex items-center gap-2 font-semibold max-sm:flex-wrap sm:whitespace-nowrap">
        {isPast ? 'As it was at the end of' : 'As it is on'}
        <input
          id={id}
          type="date"
          min={first}
          max={today}
          value={typed ?? (day || today)}
          onChange={({ target: { value } }) => {
            setTyped(value);
            if (value >= first) choose(value);
          }}
          onBlur={() => setTyped(null)}
          className={`${inputClass} w-auto py-1 font-normal`}
        />
      </label>
      <input
        type="range"
        aria-label="Day of the year"
        aria-valuetext={day || today}
        min={0}
        max={days}
        value={at}
        onChange={(event) => choose(addDays(first, Number(event.target.value)))}
        className="min-h-6 min-w-40 flex-1 accent-(--act)"
      />
      <Button look="quiet" disabled={!isPast} onClick={() => onChoose('')}>
        Today
      </Button>
    </div>
  );
}
