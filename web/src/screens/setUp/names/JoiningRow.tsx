import { useState } from 'react';
import type { NameSubject } from '@vestibul/core';
import type { AnswerOf } from '@vestibul/contract';
import { inputClass } from '../../../parts/ui/Field';
import type { Course } from '../../../state/api';
import { sayOrder, sayProblem } from './sayRule';
import { useJoining } from './useRuleCheck';

/** What changes when one more student joins. */
export function JoiningRow({
  course,
  source,
  subject,
  naming,
}: {
  course: Course;
  source: string;
  subject: NameSubject;
  naming: AnswerOf<'readNaming'> | undefined;
}) {
  const [last, setLast] = useState('');
  const [first, setFirst] = useState('');
  const [period, setPeriod] = useState(course.periods[0]?.number ?? 1);
  const joining = useJoining(source, subject, naming, { last, first, period });
  return (
    <section className="grid gap-2">
      <h2>If one more joins</h2>
      <div className="grid grid-cols-[1fr_1fr_auto] gap-2">
        <input
          aria-label="Last name"
          placeholder="Last name"
          className={inputClass}
          value={last}
          onChange={(event) => setLast(event.target.value)}
        />
        <input
          aria-label="First name"
          placeholder="First name"
          className={inputClass}
          value={first}
          onChange={(event) => setFirst(event.target.value)}
        />
        <select
          aria-label="Period"
          className={inputClass}
          value={period}
          onChange={(event) => setPeriod(Number(event.target.value))}
        >
          {course.periods.map((known) => (
            <option key={known.id} value={known.number}>
              {known.number}
            </option>
          ))}
        </select>
      </div>
      {joining ? (
        <div aria-live="polite">
          <p>
            <code className="[overflow-wrap:anywhere]">{joining.name.name}</code>
          </p>
          <p className="text-small text-ink-2">
            {joining.problems.map(sayProblem).join(' ') || 'Nothing else changes.'}
            {joining.orders.length > 0
              ? ` The periods are no longer in order: ${joining.orders.map(sayOrder).join(', ')}.`
              : ''}
          </p>
        </div>
      ) : null}
    </section>
  );
}
