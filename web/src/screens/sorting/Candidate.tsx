import { useDroppable } from '@dnd-kit/core';
import type { PersonId } from '@vestibul/core';
import { sayListName, sayMoment } from '../../parts/ui/format';
import { useZone } from '../../parts/hall/useSession';
import type { Course, RackStudent } from '../../state/api';
import { sayShare } from './pileWords';
import { enterPlaces } from './useChoice';

/** Where a student sits, or sat until they left. */
export function sayWhere(course: Course, { periodId, leftAt }: RackStudent, zone: string): string {
  const label = course.periods.find(({ id }) => id === periodId)?.label ?? '';
  return leftAt === null ? label : `${label} · left ${sayMoment(leftAt, zone)}`;
}

/** What tells somebody from a namesake: their period, group, account and number. */
function sayApart(course: Course, student: RackStudent, zone: string): string {
  const period = course.periods.find(({ id }) => id === student.periodId);
  const group = period?.groups.find(({ id }) => id === student.groupId)?.name;
  return [sayWhere(course, student, zone), group, student.username || student.email, student.number]
    .filter(Boolean)
    .join(' · ');
}

/** What speaks for somebody, a line each. */
export function Speaks({ says }: { says: readonly string[] }) {
  return says.map((one) => (
    <span key={one} className="block text-small [overflow-wrap:anywhere]">
      {one}
    </span>
  ));
}

interface CandidateProps {
  course: Course;
  hasNamesakes: boolean;
  /** What speaks for them, where other things speak for others. */
  speaks: readonly string[];
  id: PersonId;
  student: RackStudent | undefined;
  digit: number | null;
  confidence: number | null;
  isChosen: boolean;
  onChoose: () => void;
  /** What Enter does here instead of choosing. */
  onEnter?: () => void;
}

/** Somebody whose it may be: a key for them, what speaks for them, and how likely they are. */
export function Candidate({
  course,
  hasNamesakes: isOneOfSeveral,
  speaks,
  id,
  student,
  digit,
  confidence,
  isChosen,
  onChoose,
  onEnter,
}: CandidateProps) {
  const zone = useZone();
  const { setNodeRef, isOver } = useDroppable({ id: `candidate ${id}`, data: { student: id } });
  if (!student) return null;
  return (
    <li ref={setNodeRef}>
      <button
        type="button"
        aria-pressed={isChosen}
        onClick={onChoose}
        onKeyDown={onEnter && enterPlaces(onEnter)}
        className={`grid w-full grid-cols-[auto_1fr_auto] items-center gap-2.5 rounded-lg border bg-surface px-2.5 py-1.5 text-left text-ink aria-pressed:border-brass-mark aria-pressed:outline-2 aria-pressed:outline-brass-mark ${
          isOver ? 'border-brass-mark bg-brass-soft' : 'border-line'
        }`}
      >
        {digit === null ? <span /> : <kbd>{digit}</kbd>}
        <span className="min-w-0">
          <b className="font-semibold [overflow-wrap:anywhere]">{sayListName(student)}</b>
          <span className="block text-small text-ink-2 [overflow-wrap:anywhere]">
            {isOneOfSeveral ? sayApart(course, student, zone) : sayWhere(course, student, zone)}
          </span>
          <Speaks says={speaks} />
        </span>
        {confidence === null ? null : (
          <span className="font-semibold tabular-nums">{sayShare(confidence)}</span>
        )}
      </button>
    </li>
  );
}
