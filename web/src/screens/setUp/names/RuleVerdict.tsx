import { Check, TriangleAlert } from 'lucide-react';
import { nameOrders, type PersonId } from '@vestibul/core';
import type { AnswerOf } from '@vestibul/contract';
import { sayListName } from '../../../parts/ui/format';
import { orders, sayHanging, sayProblem, saySolves } from './sayRule';
import type { LiveCheck } from './useRuleCheck';

/** How many people are named with a problem. */
const NAMED = 4;

/** What is wrong with a rule on this roster, how its names sort, and the changes that mend it. */
export function RuleVerdict({
  live,
  naming,
  onTake,
}: {
  live: LiveCheck;
  naming: AnswerOf<'readNaming'>;
  onTake: (rule: string) => void;
}) {
  const { check, mends, hanging } = live;
  const nameOf = new Map(
    naming.students.map(({ id, values }) => [
      id,
      sayListName({ last: String(values.last), first: String(values.first), called: '' }),
    ]),
  );
  const isFine =
    check.ok && nameOrders.every((order) => check.order[order].example === null) && !check.pinned?.example;
  return (
    <>
      <section className="grid gap-2" aria-live="polite">
        <h2>Does sorting do the filing?</h2>
        <ul className="grid list-none gap-2 p-0">
          {nameOrders.map((order) => {
            const verdict = check.order[order];
            const pin = check.pinned;
            const isPinned = !pin || pin.holds[order];
            const holds = verdict.periodsInOrder && isPinned;
            return (
              <li key={order} className="grid grid-cols-[22px_1fr] gap-x-2">
                <Sign holds={holds} />
                <div className="min-w-0">
                  <p>
                    <b className="font-semibold">{orders[order].title}</b>{' '}
                    <span className="text-small text-ink-2">{orders[order].where}</span>
                  </p>
                  <p className="text-small">
                    {verdict.periodsTogether
                      ? verdict.periodsInOrder
                        ? 'Each period is together, in order.'
                        : 'Each period is together, but not in order:'
                      : 'The periods are mixed:'}
                    {isPinned ? null : ` Not held at the ${pin.end === 'last' ? 'end' : 'head'} of the list:`}
                  </p>
                  {verdict.example ? <Example names={verdict.example} says="comes before" /> : null}
                  {!isPinned && pin.example ? (
                    <Example
                      names={pin.example}
                      says={pin.end === 'last' ? 'is followed by' : 'comes after'}
                    />
                  ) : null}
                </div>
              </li>
            );
          })}
        </ul>
      </section>
      {check.problems.length > 0 ? (
        <section className="grid gap-2">
          <h2>What is wrong</h2>
          <ul className="grid list-none gap-2 p-0">
            {check.problems.slice(0, 5).map((problem, i) => (
              <li key={i} className="grid grid-cols-[22px_1fr] gap-x-2">
                <Sign holds={false} />
                <div className="min-w-0">
                  <p>{sayProblem(problem)}</p>
                  <p className="text-small text-ink-2">
                    {sayPeople(problem.students, nameOf)}: <code>{problem.names[0]}</code>
                  </p>
                </div>
              </li>
            ))}
          </ul>
          {check.problems.length > 5 ? (
            <p className="text-small text-ink-2">and {check.problems.length - 5} more like these</p>
          ) : null}
        </section>
      ) : null}
      {hanging ? (
        <section className="grid gap-2">
          <h2>What looks unfinished</h2>
          <p>{sayHanging(hanging)}</p>
          <p className="text-small text-ink-2">
            {sayPeople(hanging.students, nameOf)}: <code>{hanging.names[0]}</code>
          </p>
          {hanging.mend ? (
            <Mend
              rule={hanging.mend}
              says="a sign only where something stands beside it"
              onTake={onTake}
              isFirst={isFine}
            />
          ) : null}
        </section>
      ) : null}
      {isFine && !hanging ? (
        <p className="flex items-center gap-2 font-semibold text-act">
          <Check aria-hidden="true" className="size-5" /> Nothing is wrong with this rule.
        </p>
      ) : null}
      {isFine ? null : (
        <section className="grid gap-2">
          <h2>Fixes, tried on this roster</h2>
          {mends === null ? (
            <p role="status" className="text-ink-2">
              Trying changes of the rule …
            </p>
          ) : mends.length === 0 ? (
            <p className="text-ink-2">No small change fixes this. Start from one of the known schemes.</p>
          ) : (
            <ol className="grid list-none gap-1.5 p-0">
              {mends.slice(0, 4).map(({ rule, solves }, i) => (
                <li key={rule}>
                  <Mend rule={rule} says={saySolves(solves)} onTake={onTake} isFirst={i === 0} />
                </li>
              ))}
            </ol>
          )}
        </section>
      )}
    </>
  );
}

interface MendProps {
  rule: string;
  /** What it mends. */
  says: string;
  /** Whether a key takes it. */
  isFirst: boolean;
  onTake: (rule: string) => void;
}

/** A rule that is taken with a press. */
function Mend({ rule, says, isFirst, onTake }: MendProps) {
  return (
    <button
      type="button"
      onClick={() => onTake(rule)}
      className="grid w-full gap-0.5 rounded-lg border border-edge bg-surface px-3 py-1.5 text-left text-ink hover:bg-ground"
    >
      <span className="flex items-baseline gap-2">
        {isFirst ? <kbd aria-hidden="true">m</kbd> : null}
        <code className="font-semibold [overflow-wrap:anywhere]">{rule}</code>
      </span>
      <span className="text-small text-ink-2">{says}</span>
    </button>
  );
}

function Sign({ holds }: { holds: boolean }) {
  return holds ? (
    <Check aria-label="holds" className="mt-0.5 size-5 text-act" />
  ) : (
    <TriangleAlert aria-label="does not hold" className="mt-0.5 size-5 text-brick" />
  );
}

function Example({ names: [first, second], says }: { names: readonly [string, string]; says: string }) {
  return (
    <p className="text-small text-ink-2">
      <code className="[overflow-wrap:anywhere] text-ink">{first}</code> {says}{' '}
      <code className="[overflow-wrap:anywhere] text-ink">{second}</code>
    </p>
  );
}

function sayPeople(ids: readonly PersonId[], nameOf: ReadonlyMap<PersonId, string>): string {
  const names = ids.slice(0, NAMED).map((id) => nameOf.get(id) ?? '');
  const more = ids.length - names.length;
  return `${names.join(' · ')}${more > 0 ? ` and ${more} more` : ''}`;
}
