import { useState } from 'react';
import { LONGEST_COMMENT } from '@vestibul/contract';
import { isLocalTime } from '@vestibul/core';
import { excuseBody, ownDueBody } from '../../parts/courses/excuseBody';
import { KeptDraft } from '../../parts/hall/KeptDraft';
import { useDraft } from '../../parts/hall/useDraft';
import { useZone } from '../../parts/hall/useSession';
import { tell, tellFailure } from '../../parts/messages/Notices';
import { readPoints, sayOutOfBounds, sayOutOf } from '../../parts/review/sayScore';
import { Button } from '../../parts/ui/Button';
import { Dialog } from '../../parts/ui/Dialog';
import { Field, inputClass } from '../../parts/ui/Field';
import { sayName, sayNumber } from '../../parts/ui/format';
import { api, type Course } from '../../state/api';
import { givesPoints, type Place } from './useGiving';

interface NothingInProps {
  course: Course;
  place: Place;
  /** What was typed into the cell. */
  typed: string;
  onClose: () => void;
  /** To the desk with what was written down. */
  onOpen: () => void;
}

/** What there is to do about a cell with nothing in: it was shown in class, or it is not asked of this student. */
export function NothingIn({ course, place, typed, onClose, onOpen }: NothingInProps) {
  const { student, assignment, mark } = place;
  const name = sayName(student);
  const excusing = useExcusing(course, place);
  const excuse = (excused: boolean) => {
    onClose();
    void excusing.set(excused);
  };
  return (
    <Dialog
      title={mark?.excused ? `${name} is excused` : `Nothing in from ${name}`}
      description="What can be done about work that is not there"
      open
      onClose={onClose}
    >
      <p className="text-ink-2">
        {assignment.title}
        {mark?.excused ? ': it is not asked of them, and does not count.' : ''}
      </p>
      {mark?.excused ? (
        <Button
          look="go"
          className="justify-self-start"
          disabled={!excusing.isReady}
          onClick={() => excuse(false)}
        >
          Ask for it again
        </Button>
      ) : (
        <>
          <InClassForm place={place} typed={typed} onClose={onClose} onOpen={onOpen} />
          <div className="grid gap-2 border-t border-line pt-4">
            <p className="text-ink-2">Or it is not asked of {name}: it then does not count.</p>
            <Button className="justify-self-start" disabled={!excusing.isReady} onClick={() => excuse(true)}>
              Excuse {name}
            </Button>
          </div>
        </>
      )}
    </Dialog>
  );
}

/** Settles whether work is asked of a student, with a way back; a due time of their own stays. */
function useExcusing(course: Course, { student, assignment }: Place) {
  const zone = useZone();
  const rack = api.useReadRackQuery({ params: { courseId: course.id } });
  const [moveDue] = api.useMoveDueMutation();
  const own =
    rack.data?.dues.find((one) => one.studentId === student.id && one.assignmentId === assignment.id) ?? null;
  const due =
    course.assignments
      .find(({ id }) => id === assignment.id)
      ?.dues.find(({ periodId }) => periodId === student.periodId)?.due ?? null;
  /** Has this hold, where another thing held `before`. */
  const send = async (now: Settled, before: Settled, excused: boolean): Promise<void> => {
    const { error } = await moveDue({
      params: { assignmentId: assignment.id, studentId: student.id },
      body: { ...now, alsoTurnedIn: false },
    });
    if (error) return tellFailure(error);
    const says = excused ? 'is excused from' : 'is asked again for';
    tell(`${sayName(student)} ${says} ‘${assignment.title}’.`, () => void send(before, now, !excused));
  };
  return {
    /** What holds is known: before that a due time of their own would be lost. */
    isReady: rack.data !== undefined,
    set: (excused: boolean) => send(excuseBody(excused, own, due, zone), ownDueBody(own, zone), excused),
  };
}

type Settled = ReturnType<typeof ownDueBody>;

/** Writes down what was shown in class, with its points where it is scored with points. */
function InClassForm({ place, typed, onClose, onOpen }: Omit<NothingInProps, 'course'>) {
  const { student, assignment } = place;
  const hasPoints = assignment.kind === 'points';
  const draft = useDraft(`in class ${assignment.id} ${student.id}`, {
    words: 'Shown in class.',
    at: '',
    points: typed,
  });
  const { words, at, points } = draft.value;
  const [key] = useState(() => crypto.randomUUID());
  const [fault, setFault] = useState('');
  const [record, recording] = api.useRecordInClassMutation();
  const [undo] = api.useUndoInClassMutation();
  const [setScore] = api.useSetScoreMutation();
  const given = readPoints(points);
  const save = async () => {
    if (hasPoints && !givesPoints(assignment, given)) {
      setFault(sayOutOfBounds({ kind: 'points', most: assignment.most }));
      return;
    }
    const { data, error } = await record({
      params: { assignmentId: assignment.id, studentId: student.id },
      body: { key, words, atLocal: isLocalTime(at) ? at : null },
    });
    if (error) return tellFailure(error);
    draft.done();
    const params = { submissionId: data.submissionId };
    let score = '';
    if (hasPoints && typeof given === 'number') {
      const body = { attempt: data.attempt, step: { kind: 'points' as const, points: given, was: null } };
      const scored = await setScore({ params, body });
      if (scored.error) tellFailure(scored.error);
      else score = `: ${sayOutOf({ points: given, most: assignment.most })}`;
    }
    tell(`‘${assignment.title}’ of ${sayName(student)} is written down${score}.`, () => {
      void undo({ params, body: { attempt: data.attempt } }).then(
        (undone) => undone.error && tellFailure(undone.error),
      );
    });
    onClose();
    if (!hasPoints) onOpen();
  };
  return (
    <form
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <KeptDraft draft={draft} what="note" />
      {hasPoints ? (
        <Field label={`Points, up to ${sayNumber(assignment.most)}`} error={fault || undefined}>
          <input
            inputMode="decimal"
            autoComplete="off"
            maxLength={9}
            className={`${inputClass} w-32!`}
            value={points}
            onChange={(event) => draft.set({ words, at, points: event.target.value })}
          />
        </Field>
      ) : null}
      <Field
        label="What was shown in class"
        hint={
          hasPoints
            ? 'It is kept as their work, with these words in place of a file.'
            : 'It is kept as their work, with these words in place of a file, and opens on the review desk.'
        }
      >
        <textarea
          rows={2}
          maxLength={LONGEST_COMMENT}
          className={inputClass}
          value={words}
          onChange={(event) => draft.set({ words: event.target.value, at, points })}
        />
      </Field>
      <Field label="When" hint="Leave it empty, and it is in time.">
        <input
          type="datetime-local"
          className={`${inputClass} w-60!`}
          value={at}
          onChange={(event) => draft.set({ words, at: event.target.value, points })}
        />
      </Field>
      <Button
        type="submit"
        look="go"
        className="justify-self-start"
        disabled={recording.isLoading || !words.trim()}
      >
        {hasPoints ? 'Write it down' : 'Write it down and score it'}
      </Button>
    </form>
  );
}
