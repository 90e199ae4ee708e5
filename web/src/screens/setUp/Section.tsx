import type { ReactNode } from 'react';

/** A part of the form that most assignments do not need: folded, and open where something in it is set. */
export function Section({ title, open, children }: { title: string; open: boolean; children: ReactNode }) {
  return (
    <details open={open} className="rounded-lg border border-line bg-surface px-4 py-2.5">
      <summary className="cursor-pointer rounded font-semibold">{title}</summary>
      <div className="mt-3 mb-1.5 grid gap-4">{children}</div>
    </details>
  );
}
