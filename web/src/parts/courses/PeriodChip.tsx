import type { Course } from '../../state/api';
import { enamel } from './Plate';

interface PeriodChipProps {
  period: Pick<Course['periods'][number], 'number' | 'label' | 'enamel'>;
  /** Size, corners and letters; small by itself. */
  className?: string;
  /** Whether its label stands beside it, and is not to be heard twice. */
  labelled?: boolean;
}

/** A period's number on its enamel, small, wherever something belongs to it. */
export function PeriodChip({
  period,
  className = 'size-6 rounded text-[13px]',
  labelled = false,
}: PeriodChipProps) {
  return (
    <span
      className={`grid shrink-0 place-items-center font-bold text-white ${className}`}
      style={{ backgroundColor: enamel(period.enamel) }}
    >
      {labelled ? null : <span className="sr-only">{period.label} </span>}
      <span aria-hidden={labelled ? undefined : true}>{period.number}</span>
    </span>
  );
}
