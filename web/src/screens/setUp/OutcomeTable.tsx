import { ArrowLeftRight, CircleAlert, CircleCheck, CirclePlus, CircleX, PenLine, Undo2 } from 'lucide-react';
import { useState } from 'react';
import type { AnswerOf } from '@vestibul/contract';
import { LONGEST_FIELD, rowOutcomes, type RowOutcome, type PersonId } from '@vestibul/core';
import { sayCount, sayName } from '../../parts/ui/format';
import { rowReasons } from '../../parts/messages/sentences';
import type { Course } from '../../state/api';
import type { Answers, Row, RowAnswer } from './rosterAnswers';

const looks: Record<RowOutcome, { icon: typeof CircleCheck; paint: string; says: string }> = {
  wrong: { icon: CircleX, paint: 'text-brick', says: 'can’t be added' },
  doubtful: { icon: CircleAlert, paint: 'text-brass-mark', says: 'to check' },
  new: { icon: CirclePlus, paint: 'text-act', says: 'will be added' },
  'comes back': { icon: Undo2, paint: 'text-act', says: 'comes back' },
  moves: { icon: ArrowLeftRight, paint: 'text-act', says: 'will move' },
  'new name': { icon: PenLine, paint: 'text-act', says: 'new name' },
  'already there': { icon: CircleCheck, paint: 'text-ink-2', says: 'already there' },
};

/** What needs a look comes first; within an outcome the order is the list's. */
const order: readonly RowOutcome[] = [
  'wrong',
  'doubtful',
  'moves',
  'new name',
  'comes back',
  'new',
  'already there',
];

/** Rows drawn at first: a list of a whole school would keep the page from being drawn. */
const FIRST_ROWS = 200;

interface OutcomeTableProps {
  course: Course;
  rows: readonly Row[];
  people: AnswerOf<'previewRoster'>['people'];
  answers: Answers;
  onAnswer: (line: number, answer: Partial<RowAnswer>) => void;
}

/** The outcome of every row of a list, and why, before anything is written; what is doubtful is settled here. */
export function OutcomeTable({ course, rows, people, answers, onAnswer }: OutcomeTableProps) {
  const [showsAll, setShowsAll] = useState(false);
  const sorted = [...rows].sort(
    (a, b) => order.indexOf(a.outcome) - order.indexOf(b.outcome) || a.line - b.line,
  );
  return (
    <div className="grid gap-2">
      <p role="status" className="flex flex-wrap gap-x-5 gap-y-1">
        {rowOutcomes.map((outcome) => {
          const { icon: Icon, paint, says } = looks[outcome];
          const count = rows.filter((row) => row.outcome === outcome).length;
          if (count === 0 && outcome !== 'new') return null;
          return (
            <span key={outcome} className="inline-flex items-center gap-1.5">
              <Icon aria-hidden="true" className={`size-4.5 ${paint}`} />
              <b>{count}</b> {says}
            </span>
          );
        })}
      </p>
      <div
        tabIndex={0}
        role="region"
        aria-label="Rows of the list"
        className="max-h-[44dvh] overflow-auto rounded-plate border border-line bg-surface"
      >
        <table className="w-full border-collapse text-left">
          <caption className="sr-only">{sayCount(rows.length, 'row')}</caption>
          <thead className="sticky top-0 z-1 bg-surface text-small text-ink-2">
            <tr>
              {['Take', 'Row', 'Result', 'Last name', 'First name', 'E-mail', 'Period', 'Why'].map(
                (heading) => (
                  <th key={heading} scope="col" className="border-b border-line px-3 py-1.5 font-semibold">
                    {heading}
                  </th>
                ),
              )}
            </tr>
          </thead>
          <tbody>
            {sorted.slice(0, showsAll ? undefined : FIRST_ROWS).map((row) => (
              <FateRow
                key={row.line}
                course={course}
                row={row}
                people={people}
                answer={answers.get(row.line)}
                onAnswer={(answer) => onAnswer(row.line, answer)}
              />
            ))}
          </tbody>
        </table>
        {sorted.length > FIRST_ROWS && !showsAll ? (
          <p className="px-3 py-2">
            <button
              type="button"
              className="rounded font-semibold text-act underline"
              onClick={() => setShowsAll(true)}
            >
              Show the other {sorted.length - FIRST_ROWS} rows
            </button>{' '}
            <span className="text-small text-ink-2">Rows to check come first.</span>
          </p>
        ) : null}
      </div>
    </div>
  );
}

interface FateRowProps {
  course: Course;
  row: Row;
  people: OutcomeTableProps['people'];
  answer: RowAnswer | undefined;
  onAnswer: (answer: Partial<RowAnswer>) => void;
}

function FateRow({ course, row, people, answer, onAnswer }: FateRowProps) {
  const { icon: Icon, paint, says } = looks[row.outcome];
  const numberOf = new Map(course.periods.map((period) => [period.id, period.number]));
  const whole = `${row.person.last} ${row.person.first}`.trim();
  // A name that was cut by a guess can be put right where it stands.
  const mayEdit = row.reasons.includes('name-cut-by-guess') && answer !== undefined;
  const before = people.find((person) => person.id === row.known);
  return (
    <tr className="border-b border-line last:border-b-0">
      <td className="px-3 py-1">
        {answer ? (
          <input
            type="checkbox"
            className="size-5 align-middle"
            aria-label={`Take ${whole}`}
            checked={answer.taken}
            onChange={(event) => onAnswer({ taken: event.target.checked })}
          />
        ) : null}
      </td>
      <td className="px-3 py-1 text-ink-2">{row.line}</td>
      <td className="px-3 py-1 whitespace-nowrap">
        <Icon aria-hidden="true" className={`mr-1.5 inline size-4.5 ${paint}`} />
        {says}
      </td>
      {(['last', 'first'] as const).map((part) => (
        <td key={part} className={`px-3 py-1 ${part === 'last' ? 'font-semibold' : ''}`}>
          {mayEdit ? (
            <input
              aria-label={`${part === 'last' ? 'Last' : 'First'} name of row ${row.line}`}
              className="w-full min-w-28 rounded border border-edge bg-surface px-1.5 py-0.5 text-ink"
              maxLength={LONGEST_FIELD}
              value={answer[part] ?? row.person[part]}
              onChange={(event) => onAnswer({ [part]: event.target.value })}
            />
          ) : (
            row.person[part]
          )}
          {part === 'first' && row.person.called ? ` (${row.person.called})` : ''}
        </td>
      ))}
      <td className="px-3 py-1 text-small whitespace-nowrap">{row.person.email}</td>
      <td className="px-3 py-1">
        {row.outcome === 'moves' && before?.periodId ? `${numberOf.get(before.periodId)} → ` : ''}
        {row.period ? numberOf.get(row.period) : ''}
      </td>
      <td className="px-3 py-1 text-small">
        {row.candidates.length > 0 && answer ? (
          <select
            aria-label={`Who ${whole} is`}
            className="mb-0.5 block w-full max-w-72 min-w-0 rounded border border-edge bg-surface px-1.5 py-0.5 text-ink"
            value={answer.knownId ?? ''}
            onChange={(event) =>
              onAnswer({ knownId: (event.target.value || null) as PersonId | null, taken: true })
            }
          >
            <option value="">a new person</option>
            {row.candidates.map((id) => {
              const person = people.find((known) => known.id === id);
              return (
                <option key={id} value={id}>
                  is {person ? `${sayName(person)} ${person.email}` : id}
                </option>
              );
            })}
          </select>
        ) : null}
        {row.outcome === 'new name' && before ? `was ${sayName(before)}; ` : ''}
        {row.reasons.map((reason) => rowReasons[reason]).join('; ')}
      </td>
    </tr>
  );
}
