import { useId, type ReactElement, cloneElement } from 'react';

interface FieldProps {
  label: string;
  hint?: string;
  error?: string | undefined;
  children: ReactElement<{ id?: string; 'aria-describedby'?: string; 'aria-invalid'?: boolean }>;
  className?: string;
}

/** A labelled control with its hint and what is wrong with it. */
export function Field({ label, hint, error, children, className = '' }: FieldProps) {
  const id = useId();
  const about = [hint ? `${id}-hint` : '', error ? `${id}-error` : ''].filter(Boolean).join(' ');
  return (
    <div className={`grid content-start gap-1 ${className}`}>
      <label htmlFor={id} className="font-semibold">
        {label}
      </label>
      {cloneElement(children, {
        id,
        'aria-invalid': Boolean(error),
        ...(about ? { 'aria-describedby': about } : {}),
      })}
      {hint ? (
        <p id={`${id}-hint`} className="text-small text-ink-2">
          {hint}
        </p>
      ) : null}
      {error ? (
        <p id={`${id}-error`} role="alert" className="text-small font-semibold text-brick">
          {error}
        </p>
      ) : null}
    </div>
  );
}

export const inputClass =
  'w-full rounded-lg border border-edge bg-surface px-3 py-2 text-ink aria-invalid:border-brick aria-invalid:border-2';
