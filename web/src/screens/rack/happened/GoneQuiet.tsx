import { useId } from 'react';
import { Link } from 'react-router';
import { QUIET_DAYS, type Quiet } from '@vestibul/core';
import { placePath } from '../../../parts/hall/places';
import { useZone } from '../../../parts/hall/useSession';
import type { StudentRow } from '../../../parts/rack/courseWork';
import { THROUGH_YEAR } from '../../../parts/review/throughYear';
import { sayListName, sayMoment } from '../../../parts/ui/format';
import type { Course } from '../../../state/api';
import { rackPath } from '../RackViews';
import { WHOLE_YEAR } from '../term/useTerm';

/** Names that are listed at first; of more the rest unfolds. */
const MOST_AT_FIRST = 12;

interface GoneQuietProps {
  course: Course;
  period: string;
  quiet: readonly Quiet<StudentRow>[];
}

/** Who has turned nothing in for two weeks in which something fell due. */
export function GoneQuiet({ course, period, quiet }: GoneQuietProps) {
  const id = useId();
  const line = (one: Quiet<StudentRow>) => (
    <QuietLine key={one.id.student.id} course={course} period={period} one={one} />
  );
  return (
    <section aria-labelledby={id} className="rounded-plate border border-line bg-surface p-4">
      <h2 id={id}>Gone quiet</h2>
      <p className="mb-1.5 text-small text-ink-2">
        Nothing came for {QUIET_DAYS} days in which something fell due.
      </p>
      {quiet.length === 0 ? (
        <p className="text-ink-2">Nobody.</p>
      ) : (
        <ul className="grid gap-1.5">{quiet.slice(0, MOST_AT_FIRST).map(line)}</ul>
      )}
      {quiet.length > MOST_AT_FIRST ? (
        <details className="mt-1.5">
          <summary className="min-h-6 font-semibold text-act">{quiet.length - MOST_AT_FIRST} more</summary>
          <ul className="grid gap-1.5">{quiet.slice(MOST_AT_FIRST).map(line)}</ul>
        </details>
      ) : null}
    </section>
  );
}

function QuietLine({ course, period, one }: { course: Course; period: string; one: Quiet<StudentRow> }) {
  const zone = useZone();
  const { student, places } = one.id;
  const newest = places.findLast((place) => place?.slot?.id);
  // Of who has turned nothing in there is no work to look through: then to what is missing.
  const to = newest
    ? placePath(course.id, 'Review desk', period, {
        assignment: newest.assignment.id,
        student: student.id,
        ...THROUGH_YEAR,
      })
    : rackPath(course.id, period, 'term', { term: WHOLE_YEAR, show: 'missing' });
  return (
    <li>
      <Link to={to} className="font-semibold text-act [overflow-wrap:anywhere]">
        {sayListName(student)}
      </Link>
      <span className="block text-small text-ink-2">
        {one.last ? `last on ${sayMoment(one.last, zone)}` : 'nothing yet'} · {one.missed} fell due
      </span>
    </li>
  );
}
