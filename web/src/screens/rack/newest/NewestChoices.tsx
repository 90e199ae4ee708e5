import { submissionStates } from '@vestibul/core';
import { inputClass } from '../../../parts/ui/Field';
import type { Course } from '../../../state/api';
import { MOST_PIECES, type Wanted } from './newestOf';
import { isSeveral, periodsIn } from '../../../parts/courses/periods';

interface NewestChoicesProps {
  course: Course;
  period: string;
  /** The kinds of file there are among the pieces. */
  forms: readonly string[];
  wanted: Wanted;
  most: number;
  onWant: (key: keyof Wanted | 'most', value: string) => void;
}

const choiceClass = `${inputClass} w-auto! py-1 text-small`;

/** What work has state in a slot once it is in. */
const statesIn = submissionStates.filter(
  (state) => !['not started', 'started', 'missing', 'excused'].includes(state),
);

/** How many pieces stand side by side, and which. */
export function NewestChoices({ course, period, forms, wanted, most, onWant }: NewestChoicesProps) {
  const groups = periodsIn(course, period).flatMap((known) =>
    known.groups.map(({ id, name }) => ({ id, says: isSeveral(period) ? `${name} (${known.label})` : name })),
  );
  return (
    <div role="search" aria-label="Which work" className="flex flex-wrap items-center gap-2">
      <select
        aria-label="How many of each student"
        className={choiceClass}
        value={most}
        onChange={(event) => onWant('most', event.target.value)}
      >
        {Array.from({ length: MOST_PIECES }, (_, at) => at + 1).map((count) => (
          <option key={count} value={count}>
            {count === 1 ? 'the newest' : `the newest ${count}`}
          </option>
        ))}
      </select>
      <input
        type="search"
        aria-label="Word in title, name or text"
        placeholder="word in title, name or text"
        maxLength={100}
        className={`${choiceClass} w-60! max-md:w-full!`}
        value={wanted.word}
        onChange={(event) => onWant('word', event.target.value)}
      />
      <select
        aria-label="Kind of file"
        className={choiceClass}
        value={wanted.form}
        onChange={(event) => onWant('form', event.target.value)}
      >
        <option value="">any kind</option>
        {forms.map((form) => (
          <option key={form}>{form}</option>
        ))}
      </select>
      <select
        aria-label="State"
        className={choiceClass}
        value={wanted.state}
        onChange={(event) => onWant('state', event.target.value)}
      >
        <option value="">any state</option>
        {statesIn.map((state) => (
          <option key={state}>{state}</option>
        ))}
      </select>
      {groups.length > 0 ? (
        <select
          aria-label="Small group"
          className={choiceClass}
          value={wanted.group}
          onChange={(event) => onWant('group', event.target.value)}
        >
          <option value="">all groups</option>
          {groups.map(({ id, says }) => (
            <option key={id} value={id}>
              {says}
            </option>
          ))}
        </select>
      ) : null}
    </div>
  );
}
