import { Link } from 'react-router';

/** The enamel colours, by the number that a period carries. */
export const enamel = (number: number) => `var(--enamel-${number})`;

/** What the enamel colours are called, from the first on. */
export const enamelNames = ['blue', 'green', 'red', 'violet', 'ochre'] as const;

interface PlateProps {
  to: string;
  face: string;
  label: string;
  enamel: number;
  current: boolean;
  /** Whether a press takes it to the others that are looked at, or out of them. */
  several?: boolean;
  /** How many pieces are new behind this door. */
  unseen: number;
}

/** A period's number plate on the rail: choosing it is going through that door. */
export function Plate({ to, face, label, enamel: colour, current, several = false, unseen }: PlateProps) {
  const says = several ? [current ? 'leave it out' : 'look at it too'] : [];
  return (
    <li className="relative min-h-[79px] text-center max-md:min-h-0">
      <Link
        to={to}
        className="plate mx-auto"
        style={{ backgroundColor: enamel(colour), fontSize: face.length > 2 ? '1.1rem' : undefined }}
        aria-current={current ? (several ? 'true' : 'page') : undefined}
        aria-label={[label, ...(unseen > 0 ? [`${unseen} not seen`] : []), ...says].join(', ')}
      >
        {face}
      </Link>
      <span
        className="mt-1.5 block h-4 text-[12.5px] leading-4 text-ink-2 max-md:absolute max-md:-top-2 max-md:-right-2 max-md:mt-0 max-md:h-auto max-md:rounded max-md:border max-md:border-line max-md:bg-surface max-md:px-0.75 max-md:empty:hidden"
        aria-hidden="true"
        title={`${unseen} not seen`}
      >
        {unseen > 0 ? unseen : ''}
      </span>
    </li>
  );
}
