import { useNavigate } from 'react-router';
import type { AssignmentId } from '@vestibul/core';
import { useChosen } from '../../../parts/hall/useChosen';
import { Hall } from '../../../parts/hall/Hall';
import { useNow } from '../../../parts/hall/useNow';
import { Empty, Read } from '../../../parts/messages/States';
import { AssignmentPicker } from '../../../parts/rack/AssignmentPicker';
import { assignmentsFor, chooseAssignment } from '../../../parts/rack/courseWork';
import { Button } from '../../../parts/ui/Button';
import { sayCount } from '../../../parts/ui/format';
import { useKeys } from '../../../parts/ui/useKeys';
import type { Course } from '../../../state/api';
import { RackHead } from '../RackHead';
import { rackPath } from '../RackViews';
import { PairBeside } from './PairBeside';
import { pairKey, sayHowMuch, sayWhose, type Pair } from './sayAlike';
import { useAlike } from './useAlike';

/** Works of an assignment that are much the same, side by side. What is equal is told, and nothing more. */
export function AlikeWorks({ course, period }: { course: Course; period: string }) {
  const [asksFor, chooseWhat] = useChosen();
  const navigate = useNavigate();
  const now = useNow();
  const assignments = assignmentsFor(course, period, now);
  const assignment = chooseAssignment(assignments, asksFor.get('assignment'), now);
  return (
    <Hall
      course={course}
      place="Rack"
      period={period}
      pathFor={(door) => rackPath(course.id, door, 'alike', assignment ? { assignment: assignment.id } : {})}
      strip={null}
      keys={[
        { keys: ['j', 'k'], does: 'next, back' },
        { keys: ['w'], does: 'next passage' },
        { keys: ['?'], does: 'keyboard and symbols' },
      ]}
    >
      {assignment ? (
        <>
          <RackHead
            course={course}
            period={period}
            view="alike"
            title={
              <AssignmentPicker
                assignments={assignments}
                current={assignment}
                onChoose={(id) => chooseWhat((asked) => asked.set('assignment', id))}
              />
            }
            line={
              <p>
                Works that are much the same, and what is the same in them. It says nothing of how that came.
              </p>
            }
          >
            <Button
              onClick={() =>
                void navigate(rackPath(course.id, period, 'slots', { assignment: assignment.id }))
              }
            >
              Back to the slots
            </Button>
          </RackHead>
          <Found key={assignment.id} course={course} assignmentId={assignment.id} />
        </>
      ) : (
        <Empty title="This period has no assignment yet" />
      )}
    </Hall>
  );
}

function Found({ course, assignmentId }: { course: Course; assignmentId: AssignmentId }) {
  const found = useAlike(assignmentId);
  return (
    <Read of={found} what="Looking through the works">
      {({ pairs, isLooking, failed, compared, unread }) => {
        const says = isLooking
          ? 'Still looking through the works …'
          : [`${sayCount(compared, 'piece')} looked through`, unread > 0 ? `${unread} could not be read` : '']
              .filter(Boolean)
              .join('; ');
        if (failed)
          return (
            <Empty title="These works could not be compared">
              <p>They are too many or too long. It is tried again when another piece comes in.</p>
            </Empty>
          );
        return pairs.length === 0 ? (
          <Empty title={isLooking ? 'Looking through the works' : 'No two works are much the same'}>
            <p role="status">{says}</p>
          </Empty>
        ) : (
          <Pairs course={course} assignmentId={assignmentId} pairs={pairs} says={says} />
        );
      }}
    </Read>
  );
}

interface PairsProps {
  course: Course;
  assignmentId: AssignmentId;
  pairs: readonly Pair[];
  /** How far it was looked through. */
  says: string;
}

function Pairs({ course, assignmentId, pairs, says }: PairsProps) {
  const [asksFor, chooseWhat] = useChosen();
  const at = Math.max(
    0,
    pairs.findIndex((pair) => pairKey(pair) === asksFor.get('pair')),
  );
  const choose = (place: number) => {
    const pair = pairs[place];
    if (pair) chooseWhat((asked) => asked.set('pair', pairKey(pair)));
  };
  useKeys({ j: () => choose(at + 1), k: () => choose(at - 1) });
  return (
    <div className="grid min-h-0 flex-1 grid-cols-1 gap-3 lg:grid-cols-[17rem_minmax(0,1fr)]">
      <nav aria-label="Pairs" className="flex min-h-0 flex-col gap-2 max-lg:max-h-44">
        <ul className="grid min-h-0 list-none content-start gap-1.5 overflow-y-auto p-0">
          {pairs.map((pair, i) => (
            <li key={pairKey(pair)}>
              <button
                type="button"
                aria-current={i === at ? 'true' : undefined}
                onClick={() => choose(i)}
                className="grid w-full gap-0.5 rounded-lg border border-line bg-surface px-3 py-2 text-left text-ink hover:border-edge aria-[current]:border-brass-mark aria-[current]:bg-brass-soft"
              >
                <b className="font-semibold">{sayHowMuch(pair)}</b>
                <span className="text-small [overflow-wrap:anywhere]">{sayWhose(pair.a)}</span>
                <span className="text-small [overflow-wrap:anywhere]">{sayWhose(pair.b)}</span>
              </button>
            </li>
          ))}
        </ul>
        <p role="status" className="text-small text-ink-2">
          {says}
        </p>
      </nav>
      <PairBeside key={pairKey(pairs[at]!)} course={course} assignmentId={assignmentId} pair={pairs[at]!} />
    </div>
  );
}
