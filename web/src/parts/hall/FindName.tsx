import { useDeferredValue, useState } from 'react';
import { useNavigate } from 'react-router';
import type { AnswerOf } from '@vestibul/contract';
import { api, type Course } from '../../state/api';
import { Dialog } from '../ui/Dialog';
import { Field, inputClass } from '../ui/Field';
import { sayListName } from '../ui/format';
import { placePath } from './places';

/** Letters that a search needs. */
const SHORTEST = 3;

type Found = AnswerOf<'findNames'>[number];

/** Finds a folder or a piece by the name it has, had, or came with. */
export function FindName({ course, onClose }: { course: Course; onClose: () => void }) {
  const [text, setText] = useState('');
  const find = useDeferredValue(text.trim());
  const navigate = useNavigate();
  const isLongEnough = [...find].length >= SHORTEST;
  const { data = [], isFetching } = api.useFindNamesQuery(
    { params: { courseId: course.id }, query: { find } },
    { skip: !isLongEnough },
  );
  const shown = isLongEnough ? data : [];
  const go = ({ subject, assignmentId, student }: Found) => {
    onClose();
    void navigate(
      subject === 'file' && assignmentId
        ? placePath(course.id, 'Review desk', 'all', { assignment: assignmentId, student: student.id })
        : placePath(course.id, 'Set-up', 'all', { step: 'folders' }),
    );
  };
  return (
    <Dialog
      title="Find a name"
      description="Find folders and pieces by a current or an earlier name"
      open
      onClose={onClose}
      className="max-w-2xl"
    >
      <form
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          if (shown[0]) go(shown[0]);
        }}
      >
        <Field label="Any part of a name, also an earlier one">
          <input
            className={`${inputClass} font-mono text-lg`}
            value={text}
            maxLength={255}
            spellCheck={false}
            autoComplete="off"
            placeholder="IMG_4821"
            onChange={(event) => setText(event.target.value)}
          />
        </Field>
      </form>
      <p className="text-small text-ink-2" role="status">
        {find === ''
          ? ' '
          : !isLongEnough
            ? `Type at least ${SHORTEST} letters.`
            : shown.length > 0
              ? 'Enter opens the first.'
              : isFetching
                ? 'Looking …'
                : 'No names match.'}
      </p>
      <ul className="grid list-none gap-1 p-0">
        {shown.map((found) => (
          <li key={found.id}>
            <button
              type="button"
              onClick={() => go(found)}
              className="grid w-full gap-0.5 rounded-md border-l-4 border-edge bg-wall px-3 py-1.5 text-left text-ink hover:bg-ground"
            >
              <code className="[overflow-wrap:anywhere] font-semibold">{found.name}</code>
              <span className="text-small text-ink-2">
                {sayListName(found.student)} · {found.assignment ?? 'turn-in folder'}
                {found.matched === found.name ? null : (
                  <>
                    {' '}
                    · found as <code>{found.matched}</code>
                  </>
                )}
              </span>
            </button>
          </li>
        ))}
      </ul>
    </Dialog>
  );
}
