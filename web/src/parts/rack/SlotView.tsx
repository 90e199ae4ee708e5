import type { Instant, SubmissionState } from '@vestibul/core';
import type { RackStudent, Slot, WorkProgress } from '../../state/api';
import { sayAdded } from './sayProgress';
import { sayListName, sayShortly } from '../ui/format';
import { GroupMark, type Group } from '../courses/GroupMark';

interface SlotViewProps {
  /** The small group they are in, where there is one. */
  group?: Group | undefined;
  student: RackStudent;
  slot: Slot | undefined;
  state: SubmissionState;
  now: number;
  zone: string;
  progress?: WorkProgress | undefined;
}

const voids: Partial<Record<SubmissionState, string>> = {
  'not started': 'not started',
  started: 'started',
  missing: 'missing',
  excused: 'excused',
};

/** The inside of a slot: the hole with what lies in it, and the name plate. The forms are in styles.css. */
export function SlotView({ student, slot, state, now, zone, group, progress }: SlotViewProps) {
  return (
    <>
      <span className="hole">
        {slot?.turnedInAt ? (
          <Sheet
            slot={slot}
            turnedInAt={slot.turnedInAt}
            state={state}
            now={now}
            zone={zone}
            progress={progress}
          />
        ) : (
          <span className={`void ${state === 'missing' && !student.leftAt ? 'void-missing' : ''}`}>
            {student.leftAt ? `left ${sayShortly(student.leftAt, now, zone)}` : voids[state]}
            {state === 'started' && !student.leftAt ? (
              <small>{slot ? `${slot.pieces} in the tray` : ''}</small>
            ) : null}
          </span>
        )}
      </span>
      <span className="slot-name">
        {group ? <GroupMark group={group} /> : null}
        {group ? ' ' : ''}
        <b>{student.last}</b>
        {sayListName(student).slice(student.last.length)}
      </span>
    </>
  );
}

interface SheetProps {
  slot: Slot;
  turnedInAt: Instant;
  state: SubmissionState;
  now: number;
  zone: string;
  progress?: WorkProgress | undefined;
}

/** What lies in a slot: what it is, since when, how its owner called it, and how far it is. */
export function Sheet({ slot, turnedInAt, state, now, zone, progress }: SheetProps) {
  // What comes while somebody looks slides in; a rack that opens has nothing to move.
  const hasJustCome = now - Date.parse(turnedInAt) < JUST_MS;
  return (
    <>
      {slot.pieces > 1 && !isFlat(state) ? <span className="sheet-under" /> : null}
      <span className={`sheet-edge ${hasJustCome ? 'comes-in' : ''}`} key={slot.attempt}>
        {slot.unseen ? <span className="tab" /> : null}
        <span className="sheet-head">
          <b>
            {slot.form}
            {slot.pieces > 1 ? ` ×${slot.pieces}` : ''}
            {slot.drifted ? <span title="changed by its owner after it was sealed"> ≠</span> : null}
          </b>
          <time dateTime={turnedInAt}>{sayShortly(turnedInAt, now, zone)}</time>
        </span>
        {isFlat(state) ? null : (
          <span
            className={`own-name ${progress?.state === 'untouched' ? 'is-untouched' : ''}`}
            title={slot.originalName}
          >
            {progress ? sayAdded(progress) : slot.originalName.replace(/\.\w{1,5}$/, '')}
          </span>
        )}
        {state === 'handed back' ? <span className="turned-down" /> : null}
        {state === 'held' ? <span className="bar" /> : null}
        {slot.lateMs > 0 && state !== 'handed back' ? <span className="cut-corner" /> : null}
      </span>
    </>
  );
}

/** How long a piece counts as just come: longer than it slides, shorter than anybody looks away. */
const JUST_MS = 5000;

function isFlat(state: SubmissionState): boolean {
  return state === 'reviewed' || state === 'handed back';
}

/** The classes that give a slot its form. */
export function slotClass(student: RackStudent, slot: Slot | undefined, state: SubmissionState): string {
  return [
    'slot',
    student.leftAt ? 'has-left' : '',
    slot?.unseen ? 'is-unseen' : '',
    (slot?.lateMs ?? 0) > 0 && state !== 'handed back' ? 'is-late' : '',
    isFlat(state) ? 'is-flat' : '',
    state === 'handed back' ? 'is-back' : '',
  ]
    .filter(Boolean)
    .join(' ');
}

/** The same in words, for those who hear the rack. */
export function saySlot(
  student: RackStudent,
  slot: Slot | undefined,
  state: SubmissionState,
  progress?: WorkProgress,
): string {
  const more = [
    student.leftAt ? 'has left' : '',
    slot?.turnedInAt && slot.lateMs > 0 && state !== 'late' ? 'late' : '',
    slot && slot.pieces > 1 ? `${slot.pieces} pieces` : (slot?.form ?? ''),
    slot?.unseen ? 'not seen' : '',
    slot?.drifted ? 'drift' : '',
    progress ? sayAdded(progress) : '',
  ].filter(Boolean);
  return [`${sayListName(student)}: ${state}`, ...more].join(', ');
}
