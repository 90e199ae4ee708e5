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

/** The quiet way to works that are much the same; nothing where none are. */
export function AlikeLink({ course, period, assignment }: AlikeLinkProps) {
  const { data } = useAlike(assignment.id);
  if (!data || data.pairs.length === 0) return null;
  return (
    <Link
      to={rackPath(course.id, period, 'alike', { assignment: assignment.id })}
      className="text-small text-ink-2 underline"
    >
      {sayCount(data.pairs.length, 'pair')} much the same
    </Link>
  );
}
