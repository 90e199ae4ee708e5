import type { ReactNode } from 'react';
import { inputClass } from '../../parts/ui/Field';

/** One of a few, by which what is shown is chosen. */
export function Choice(props: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  children: ReactNode;
}) {
  return (
    <label className="grid w-44 text-small text-ink-2">
      {props.label}
      <select
        value={props.value}
        onChange={(event) => props.onChange(event.target.value)}
        className={`${inputClass} py-1.5`}
      >
        {props.children}
      </select>
    </label>
  );
}
