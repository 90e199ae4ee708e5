import type { ReactNode } from 'react';

interface CheckProps {
  label: ReactNode;
  checked: boolean;
  onChange: (checked: boolean) => void;
}

/** A box to tick, with what it says beside it. */
export function Check({ label, checked, onChange }: CheckProps) {
  return (
    <label className="flex items-center gap-2">
      <input
        type="checkbox"
        className="size-4.5 shrink-0"
        checked={checked}
        onChange={(event) => onChange(event.target.checked)}
      />
      {label}
    </label>
  );
}
