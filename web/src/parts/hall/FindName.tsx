import { useDeferredValue, useId, useState, type KeyboardEvent } from 'react';
import { useNavigate } from 'react-router';
import type { AnswerOf } from '@vestibul/contract';
import { api, type Course } from '../../state/api';
import { Dialog } from '../ui/Dialog';
import { Field, inputClass } from '../ui/Field';
import { sayCount, sayListName } from '../ui/format';
import { placePath } from './places';

/** Letters that a search needs. */
const SHORTEST = 3;

type Found = AnswerOf<'findNames'>[number];

/** Where exactly that is which was found. */
function pathTo(course: Course['id'], { subject, id, assignmentId, student }: Found): string {
  switch (subject) {
    case 'student':
      return placePath(course, 'Rack', 'all', { student: id });
    case 'assignment':
      return placePath(course, 'Rack', 'all', { assignment: id });
    case 'folder':
      return placePath(course, 'Set-up', 'all', { step: 'folders', folder: id });
    case 'file':
      return placePath(course, 'Review desk', 'all', {
        assignment: assignmentId!,
        student: student!.id,
        piece: id,
      });
  }
}

const kinds: Record<Found['subject'], string> = {
  student: 'student',
  assignment: 'assignment',
  folder: 'turn-in folder',
  file: 'piece',
};

/** Finds students, assignments, folders and pieces by any words of theirs, and opens the very thing. */
export function FindName({ course, onClose }: { course: Course; onClose: () => void }) {
  const [text, setText] = useState('');
  const [at, setAt] = useState(0);
  const list = useId();
  const find = useDeferredValue(text.trim());
  const navigate = useNavigate();
  const isLongEnough = [...find.replace(/\s/g, '')].length >= SHORTEST;
  const { currentData = [], isFetching } = api.useFindNamesQuery(
    { params: { courseId: course.id }, query: { find } },
    { skip: !isLongEnough },
  );
  const shown = isLongEnough ? currentData : [];
  const current = Math.min(at, shown.length - 1);
  const go = (found: Found | undefined) => {
    if (!found) return;
    onClose();
    void navigate(pathTo(course.id, found));
  };
  const move = (event: KeyboardEvent) => {
    const by = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (!by || shown.length === 0) return;
    event.preventDefault();
    setAt((current + by + shown.length) % shown.length);
  };
  return (
    <Dialog
      title="Find"
      description="Find students, assignments, folders and pieces"
      open
      onClose={onClose}
      className="max-w-2xl"
    >
      <form
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          // What is shown belongs to what is typed; until then Enter waits.
          if (find === text.trim()) go(shown[current]);
        }}
      >
        <Field label="Any words: a student, an assignment, part of a name">
          <input
            className={`${inputClass} font-mono text-lg`}
            role="combobox"
            aria-expanded={shown.length > 0}
            aria-controls={list}
            aria-activedescendant={shown[current] ? `${list}-${current}` : undefined}
            aria-autocomplete="list"
            value={text}
            maxLength={255}
            spellCheck={false}
            autoComplete="off"
            placeholder="garcia essay"
            onChange={(event) => {
              setText(event.target.value);
              setAt(0);
            }}
            onKeyDown={move}
          />
        </Field>
      </form>
      <p className="text-small text-ink-2" role="status">
        {find === ''
          ? ' '
          : !isLongEnough
            ? `Type at least ${SHORTEST} letters.`
            : shown.length > 0
              ? `${sayCount(shown.length, 'match', 'matches')}. Arrow keys choose, Enter opens.`
              : isFetching
                ? 'Looking …'
                : 'Nothing matches.'}
      </p>
      <ul id={list} role="listbox" aria-label="Matches" className="grid list-none gap-1 p-0">
        {shown.map((found, i) => (
          // The keys are the field's, which says which of them is chosen.
          // eslint-disable-next-line jsx-a11y/click-events-have-key-events
          <li
            key={`${found.subject} ${found.id}`}
            id={`${list}-${i}`}
            role="option"
            aria-selected={i === current}
            tabIndex={-1}
            ref={i === current ? (row) => row?.scrollIntoView({ block: 'nearest' }) : undefined}
            onClick={() => go(found)}
            className="grid w-full cursor-pointer gap-0.5 rounded-md border-l-4 border-edge bg-wall px-3 py-1.5 text-left text-ink hover:bg-ground aria-selected:border-brass-mark aria-selected:bg-brass-soft"
          >
            <Hit found={found} />
          </li>
        ))}
      </ul>
    </Dialog>
  );
}

function Hit({ found }: { found: Found }) {
  const { subject, name, matched, student, assignment } = found;
  if (subject === 'student' || subject === 'assignment')
    return (
      <>
        <b className="[overflow-wrap:anywhere] font-semibold">{student ? sayListName(student) : name}</b>
        <span className="text-small text-ink-2">{kinds[subject]}</span>
      </>
    );
  return (
    <>
      <code className="[overflow-wrap:anywhere] font-semibold">{name}</code>
      <span className="text-small text-ink-2">
        {student ? sayListName(student) : ''} · {assignment ?? kinds[subject]}
        {matched === name ? null : (
          <>
            {' '}
            · found as <code>{matched}</code>
          </>
        )}
      </span>
    </>
  );
}
