/** The sign of the house: an arch with a door in it. */
export function Mark({ className = 'h-10.5' }: { className?: string }) {
  return (
    <svg viewBox="0 0 30 34" className={`text-act ${className}`} fill="none" aria-hidden="true">
      <path d="M4 31V15a11 11 0 0 1 22 0v16" stroke="currentColor" strokeWidth="2.6" />
      <path d="M10 31V17a5 5 0 0 1 10 0v14z" fill="currentColor" />
      <path d="M1 31.500h28" stroke="currentColor" strokeWidth="2.400" strokeLinecap="round" />
    </svg>
  );
}
