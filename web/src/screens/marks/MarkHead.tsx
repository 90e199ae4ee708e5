import type { BookAssignment } from '@vestibul/core';
import { sayNumber } from '../../parts/ui/format';

export const totalColumn = 'w-23 px-2 text-right max-md:sr-only';

const label = 'self-end py-2 text-small font-semibold text-ink-2';

/** The head of what stays beside the cells. */
export function SideHead() {
  return (
    <>
      <span role="columnheader" aria-colindex={1} className={`flex-1 px-3 ${label}`}>
        Student
      </span>
      <span role="columnheader" aria-colindex={2} className={`${totalColumn} ${label}`}>
        Total
      </span>
    </>
  );
}

/** An assignment with what it is out of and what it weighs. */
export function MarkHead({ assignment }: { assignment: BookAssignment }) {
  const { title, most, weight, visibleAt } = assignment;
  return (
    <div title={title} className="flex h-full flex-col justify-end px-2 py-1.5 text-right text-small">
      <span className="line-clamp-2 leading-tight font-semibold [overflow-wrap:anywhere]">{title}</span>
      <span className="whitespace-nowrap text-ink-2">
        of {sayNumber(most)}
        {weight === null ? '' : ` · weight ${sayNumber(weight)}`}
        {visibleAt === null ? ' · draft' : ''}
      </span>
    </div>
  );
}
