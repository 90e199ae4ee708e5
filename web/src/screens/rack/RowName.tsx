import { Link } from 'react-router';
import { placePath } from '../../parts/hall/places';
import { GroupMark } from '../../parts/courses/GroupMark';
import { groupOf, type StudentRow } from '../../parts/rack/courseWork';
import { THROUGH_YEAR } from '../../parts/review/throughYear';
import { sayListName } from '../../parts/ui/format';
import type { Course } from '../../state/api';

interface RowNameProps {
  course: Course;
  period: string;
  row: StudentRow;
  /** Whether a name may take several lines. */
  wraps?: boolean;
}

/** Whose row it is, and the way to all that they did. */
export function RowName({ course, period, row: { student, places }, wraps = false }: RowNameProps) {
  const group = groupOf(course, student);
  const newest = places.findLast((place) => place?.slot?.id);
  const name = (
    <>
      {group ? <GroupMark group={group} /> : null}
      {group ? ' ' : ''}
      <b className="font-semibold text-ink">{student.last}</b>
      {sayListName(student).slice(student.last.length)}
      {student.leftAt ? <span className="text-small"> left</span> : null}
    </>
  );
  return (
    <span
      role="rowheader"
      aria-colindex={1}
      title={sayListName(student)}
      className={`min-w-0 flex-1 px-2 text-[0.93rem] text-ink-2 ${wraps ? '[overflow-wrap:anywhere]' : 'truncate'}`}
    >
      {newest ? (
        <Link
          // From the cells, the same is one key away.
          tabIndex={-1}
          className="text-inherit no-underline hover:underline"
          to={placePath(course.id, 'Review desk', period, {
            assignment: newest.assignment.id,
            student: student.id,
            ...THROUGH_YEAR,
          })}
        >
          {name}
        </Link>
      ) : (
        name
      )}
    </span>
  );
}
