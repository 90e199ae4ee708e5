interface ProgressBarProps {
  label: string;
  /** From 0 to 1. */
  share: number;
  /** Its size and ground, and the paint of what is done. */
  className: string;
  fill: string;
}

/** How far something is, as a line that fills, said to those who hear the page. */
export function ProgressBar({ label, share, className, fill }: ProgressBarProps) {
  return (
    <span
      role="progressbar"
      aria-label={label}
      aria-valuemin={0}
      aria-valuemax={100}
      aria-valuenow={Math.round(share * 100)}
      className={`block overflow-hidden rounded-full ${className}`}
    >
      <span className={`block h-full rounded-full ${fill}`} style={{ width: `${share * 100}%` }} />
    </span>
  );
}
