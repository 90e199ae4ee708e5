import { isUnseen } from '../../../parts/hall/Hall';
import type { Place } from '../../../parts/rack/courseWork';
import { useMedia } from '../../../parts/ui/useMedia';

/** What a mark tells. */
export interface Marked {
  state: Place['state'];
  isIn: boolean;
  isUnseen: boolean;
  isLate: boolean;
  hasLeft: boolean;
}

/** What is told of a place. */
export const markOf = ({ slot, state, student }: Place): Marked => ({
  state,
  isIn: Boolean(slot?.turnedInAt),
  isUnseen: slot !== undefined && isUnseen(slot),
  isLate: (slot?.lateMs ?? 0) > 0,
  hasLeft: student.leftAt !== null,
});

const whenEmpty: Partial<Record<Place['state'], string>> = {
  missing: 'mini-missing',
  excused: 'mini-excused',
  started: 'mini-started',
};

/** What is in a slot, as small as a letter: the forms are those of the slots, and stand in styles.css. */
export function MapMark({ state, isIn, isUnseen: isNew, isLate, hasLeft }: Marked) {
  const isBack = state === 'handed back';
  const empty = hasLeft ? undefined : whenEmpty[state];
  return (
    <span aria-hidden="true" className={`mini ${hasLeft ? 'mini-left' : ''}`}>
      {isIn ? (
        <span className={`mini-sheet ${isBack || state === 'reviewed' ? 'mini-flat' : ''}`}>
          {isNew ? <span className="mini-tab" /> : null}
          {isBack ? <span className="mini-down" /> : null}
          {state === 'held' ? <span className="mini-bar" /> : null}
          {isLate && !isBack ? <span className="mini-late" /> : null}
        </span>
      ) : empty ? (
        <span className={empty} />
      ) : null}
    </span>
  );
}

const plain: Marked = { state: 'not started', isIn: false, isUnseen: false, isLate: false, hasLeft: false };

const meanings: readonly (readonly [says: string, marked: Marked])[] = [
  ['turned in', { ...plain, state: 'turned in', isIn: true }],
  ['not seen', { ...plain, state: 'turned in', isIn: true, isUnseen: true }],
  ['late', { ...plain, state: 'late', isIn: true, isLate: true }],
  ['held', { ...plain, state: 'held', isIn: true }],
  ['reviewed', { ...plain, state: 'reviewed', isIn: true }],
  ['handed back', { ...plain, state: 'handed back', isIn: true }],
  ['started', { ...plain, state: 'started' }],
  ['nothing in yet', plain],
  ['missing', { ...plain, state: 'missing' }],
  ['excused', { ...plain, state: 'excused' }],
];

/** What the marks mean; where there is little room, once it is asked. */
export function MarkMeanings() {
  const isWide = useMedia('(min-width: 48rem)');
  const list = (
    <ul
      aria-label="What the marks mean"
      className="flex list-none flex-wrap gap-x-4 gap-y-1 p-0 text-small text-ink-2"
    >
      {meanings.map(([says, marked]) => (
        <li key={says} className="flex items-center gap-1.5">
          <MapMark {...marked} />
          {says}
        </li>
      ))}
    </ul>
  );
  if (isWide) return list;
  return (
    <details>
      <summary className="text-small text-ink-2">What the marks mean</summary>
      {list}
    </details>
  );
}
