import { useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import { parseRule, writeRule, type NameSubject, type Rule } from '@vestibul/core';
import { Button } from '../../../parts/ui/Button';
import { Field, inputClass } from '../../../parts/ui/Field';
import { sayCount } from '../../../parts/ui/format';
import { placePath } from '../../../parts/hall/places';
import { Empty } from '../../../parts/messages/States';
import { tell, tellFailure } from '../../../parts/messages/Notices';
import { useKeys } from '../../../parts/ui/useKeys';
import { api } from '../../../state/api';
import type { StepProps } from '../SetUp';
import { HardNames } from './HardNames';
import { JoiningRow } from './JoiningRow';
import { RenamingPreview } from './RenamingPreview';
import { RuleChips } from './RuleChips';
import { RuleVerdict } from './RuleVerdict';
import { sayFault } from './sayRule';
import { schemes } from './schemes';
import { useRuleCheck } from './useRuleCheck';

/** Making a rule: chips and text in step, and beside it what it does to the real roster. */
export function RuleMaker({ course, period, onStrip, subject }: StepProps & { subject: NameSubject }) {
  const stored = subject === 'folder' ? course.folderRule : course.fileRule;
  const [source, setSource] = useState(stored);
  const [applies, setApplies] = useState(false);
  const [setRule, { isLoading }] = api.useSetRuleMutation();
  const input = useRef<HTMLInputElement>(null);
  const naming = api.useReadNamingQuery({ params: { courseId: course.id } });
  const parsed = useMemo(() => parseRule(source), [source]);
  // While what is typed cannot be read, the chips stay as they were.
  const [chips, setChips] = useState<Rule>(parsed.ok ? parsed.rule : []);
  const live = useRuleCheck(source, parsed.ok, subject, naming.data);
  const write = (text: string) => {
    setSource(text);
    setApplies(false);
    const read = parseRule(text);
    if (read.ok) setChips(read.rule);
  };
  const mend = parsed.ok
    ? live?.source === source
      ? (live.mends?.[0]?.rule ?? live.hanging?.mend ?? undefined)
      : undefined
    : parsed.fault.mended;
  const takeMend = () => {
    if (mend) write(mend);
  };
  useKeys({ m: mend ? takeMend : undefined });
  const isChanged = source !== stored;
  // Before anything has a name there is nothing to look through first.
  const hasNames = subject === 'file' || course.folders > 0;
  const setAtOnce = async () => {
    const result = await setRule({ params: { courseId: course.id, subject }, body: { rule: source } });
    if (result.error) tellFailure(result.error);
    else tell('The rule is set.');
  };
  return (
    <div className="grid gap-4">
      <section className="grid gap-2.5 rounded-plate border border-line bg-surface p-4">
        <RuleChips
          rule={chips}
          subject={subject}
          isStale={!parsed.ok}
          onChange={(rule) => write(writeRule(rule))}
        />
        <Field
          label={
            subject === 'folder' ? 'Rule for the names of turn-in folders' : 'Rule for the names of files'
          }
          error={parsed.ok ? undefined : sayFault(parsed.fault)}
        >
          <input
            ref={input}
            className={`${inputClass} py-2.5 font-mono text-lg`}
            value={source}
            maxLength={300}
            spellCheck={false}
            autoComplete="off"
            onChange={(event) => write(event.target.value)}
            onKeyDown={(event) => {
              if (event.key !== 'Enter' || !mend) return;
              event.preventDefault();
              takeMend();
            }}
          />
        </Field>
        <div className="flex flex-wrap items-center gap-2.5">
          <Button
            look="go"
            disabled={!parsed.ok || !isChanged || isLoading}
            onClick={() => (hasNames ? setApplies(true) : void setAtOnce())}
          >
            {hasNames ? 'Set the rule …' : 'Set the rule'}
          </Button>
          {mend ? (
            <Button onClick={takeMend}>
              <kbd aria-hidden="true">m</kbd> Fix: <code className="[overflow-wrap:anywhere]">{mend}</code>
            </Button>
          ) : null}
          {isChanged ? (
            <Button look="quiet" onClick={() => write(stored)}>
              Back to the rule in force
            </Button>
          ) : null}
          <details className="ml-auto open:w-full">
            <summary className="cursor-pointer rounded py-1 font-semibold text-act">
              Known schemes to start from
            </summary>
            <ul className="mt-2 grid list-none gap-1.5 p-0">
              {schemes[subject].map(({ rule, says }) => (
                <li key={rule} className="flex flex-wrap items-baseline gap-x-3">
                  <button
                    type="button"
                    onClick={() => {
                      write(rule);
                      input.current?.focus();
                    }}
                    className="rounded-lg border border-dashed border-edge px-3 py-1 font-mono text-small text-ink hover:bg-ground"
                  >
                    {rule}
                  </button>
                  <span className="text-small text-ink-2">{says}</span>
                </li>
              ))}
            </ul>
          </details>
        </div>
      </section>
      {applies && parsed.ok ? (
        <RenamingPreview
          key={source}
          course={course}
          subject={subject}
          rule={source}
          onStrip={onStrip}
          onDone={() => setApplies(false)}
        />
      ) : subject === 'file' && naming.data?.works.length === 0 ? (
        <Empty title="No assignment to try this rule on yet">
          <p>
            The name of a file has the title of its assignment. Add one, then see here what the rule makes of
            it.
          </p>
          <Link to={placePath(course.id, 'Set-up', period, { step: 'assignments' })}>Add an assignment</Link>
        </Empty>
      ) : (
        <div className="grid gap-x-7 gap-y-5 xl:grid-cols-[minmax(0,1fr)_minmax(0,25rem)]">
          <section className="grid content-start gap-2" aria-busy={live?.source !== source && parsed.ok}>
            <h2>
              The hardest names first
              <span className="ml-2 font-sans text-base font-normal text-ink-2">
                {naming.data ? `of ${sayCount(naming.data.students.length, 'student')}` : ''}
              </span>
            </h2>
            <HardNames course={course} period={period} live={live} naming={naming.data} onStrip={onStrip} />
          </section>
          <div className="grid content-start gap-5">
            {live ? <RuleVerdict live={live} naming={naming.data!} onTake={write} /> : null}
            <JoiningRow
              course={course}
              source={live?.source ?? stored}
              subject={subject}
              naming={naming.data}
            />
          </div>
        </div>
      )}
    </div>
  );
}
