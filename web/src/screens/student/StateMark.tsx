import type { SubmissionState } from '@vestibul/core';

/** A state of a submission in its own small form: shape first, then the word. */
export function StateMark({ state, late = false }: { state: SubmissionState; late?: boolean }) {
  const isWarning = state === 'missing' || (late && state === 'late');
  return (
    <span
      className={`inline-flex items-center gap-1.5 rounded px-2 py-0.5 text-small font-semibold whitespace-nowrap ${isWarning ? 'bg-brick-soft text-brick' : 'bg-ground text-ink'}`}
    >
      <svg
        viewBox="0 0 14 14"
        aria-hidden="true"
        className="size-3.5"
        fill="none"
        stroke="currentColor"
        strokeWidth="1.6"
      >
        {shapes[state]}
      </svg>
      {state}
    </span>
  );
}

/** Something came that has not been read. */
export function NewMark() {
  return (
    <span className="ml-2 rounded bg-brass-soft px-2 py-0.5 font-sans text-small font-semibold text-ink">
      new
    </span>
  );
}

const shapes: Record<SubmissionState, React.ReactNode> = {
  'not started': <path d="M1.500 4.500h11v8h-11z" strokeDasharray="2 2" />,
  started: <path d="M1.500 4.500h11v8h-11zM4 8.500h4" />,
  'turned in': <path d="M2.500 1.500h9v11h-9z" fill="currentColor" fillOpacity="0.25" />,
  late: <path d="M2.500 1.500h5l4 4v7h-9z" fill="currentColor" fillOpacity="0.25" />,
  reviewed: <path d="M1.500 8.500h11v4h-11z" fill="currentColor" fillOpacity="0.25" />,
  'handed back': <path d="M1.500 8.500h7l4 4h-11zM8.500 8.500v4" fill="currentColor" fillOpacity="0.25" />,
  missing: <path d="M1.500 4.500h11v8h-11zM4 1l6 0" />,
  held: <path d="M2.500 1.500h9v11h-9zM0 8.500h14" />,
  excused: <path d="M2.500 7.500l3 3 6-7" />,
};
