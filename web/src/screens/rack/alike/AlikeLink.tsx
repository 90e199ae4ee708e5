import { Link } from 'react-router';
import { sayCount } from '../../../parts/ui/format';
import type { Course } from '../../../state/api';
import { rackPath } from '../RackViews';
import { useAlike } from './useAlike';

interface AlikeLinkProps {
  course: Course;
  period: string;
  assignment: Course['assignments'][number];
}

/** The quiet way to works that are much the same, where some are. */
export function AlikeLink({ course, period, assignment }: AlikeLinkProps) {
  const { data } = useAlike(assignment.id);
  return (
    // Its line is kept for it: what is looked for comes late, and nothing is to move then.
    <p className="min-h-5.5 text-small">
      {data && data.pairs.length > 0 ? (
        <Link
          to={rackPath(course.id, period, 'alike', { assignment: assignment.id })}
          className="text-ink-2 underline"
        >
          {sayCount(data.pairs.length, 'pair')} much the same
        </Link>
      ) : null}
    </p>
  );
}
