import { useState } from 'react';
import type { AnswerOf } from '@vestibul/contract';
import { groupBy, type PeriodId } from '@vestibul/core';
import { Button } from '../../parts/ui/Button';
import { Dialog } from '../../parts/ui/Dialog';
import { Field, inputClass } from '../../parts/ui/Field';
import { FormWithFaults } from '../../parts/ui/FormWithFaults';
import { ScanCode } from '../../parts/ui/ScanCode';
import { inOrder } from '../../parts/rack/courseWork';
import { useArrangement } from '../../parts/rack/useArrangement';
import { sayCount, sayList, sayListName } from '../../parts/ui/format';
import { tell, tellFailure } from '../../parts/messages/Notices';
import { useSchoolName } from '../../parts/hall/useSession';
import { api, type Course } from '../../state/api';
import { onePeriod } from '../../parts/courses/periods';

type Slips = AnswerOf<'makeSlips'>;
type Why = Slips['without'][number]['why'];

const whyWords: Record<Why, (count: number) => string> = {
  'has a password': (count) => `${sayCount(count, 'student has', 'students have')} a password already.`,
  'account closed': (count) => `The office closed ${sayCount(count, 'account')}.`,
  'of the office': (count) =>
    `${sayCount(count, 'student is', 'students are')} in other courses too, or came from the office. The office makes their slips.`,
  'no name to sign in with': (count) =>
    `${sayCount(count, 'student has', 'students have')} no e-mail address, account or number of their own. Add one on the roster.`,
};

/** Slips with a code for students who have no password yet, to print and cut apart. */
export function SlipsDialog({
  course,
  period,
  onClose,
}: {
  course: Course;
  period: string;
  onClose: () => void;
}) {
  const [make, { data, isLoading }] = api.useMakeSlipsMutation();
  const here = onePeriod(course, period);
  const [periodId, setPeriod] = useState<PeriodId | ''>(here?.id ?? '');
  const act = async () => {
    const body = { periodIds: periodId === '' ? [] : [periodId] };
    const { error } = await make({ params: { courseId: course.id }, body });
    if (error) tellFailure(error);
  };
  return (
    <Dialog
      title="Sign-in slips"
      description="Codes for students without a password"
      open
      onClose={onClose}
      className="max-w-4xl"
    >
      {data ? (
        <Made course={course} slips={data} />
      ) : (
        <FormWithFaults className="grid justify-items-start gap-4" onSubmit={act}>
          <p>
            Every student without a password gets a slip with a code. With it they choose a password. They
            sign in with their e-mail address or, if they have none, with their account or number. A code
            works once, for 14 days.
          </p>
          <Field label="Slips for">
            <select
              className={inputClass}
              value={periodId}
              onChange={(event) => setPeriod(event.target.value as PeriodId | '')}
            >
              <option value="">All periods</option>
              {course.periods.map(({ id, label }) => (
                <option key={id} value={id}>
                  {label}
                </option>
              ))}
            </select>
          </Field>
          <Button type="submit" look="go" disabled={isLoading}>
            Make the slips
          </Button>
        </FormWithFaults>
      )}
    </Dialog>
  );
}

function Made({ course, slips }: { course: Course; slips: Slips }) {
  const [copied, setCopied] = useState(false);
  const school = useSchoolName();
  const arrangement = useArrangement();
  const address = (link: string) => `${location.origin}${link}`;
  const byPeriod = groupBy(inOrder(slips.slips, course, arrangement), ({ periodId }) => periodId);
  const copy = async () => {
    const lines = slips.slips.map(({ code, link, signInName, ...student }) =>
      [sayListName(student), signInName, code, address(link)].join('\t'),
    );
    await navigator.clipboard.writeText(lines.join('\n'));
    setCopied(true);
    tell('Copied, one student a line.');
  };
  return (
    <>
      {slips.slips.length > 0 ? (
        <div className="no-print flex flex-wrap items-center gap-3">
          <p className="mr-auto">
            {sayCount(slips.slips.length, 'slip')}. They are shown only now: print or copy them.
          </p>
          <Button onClick={() => void copy()}>{copied ? 'Copied' : 'Copy all'}</Button>
          <Button look="go" onClick={() => print()}>
            Print
          </Button>
        </div>
      ) : (
        <p>No slips to hand out.</p>
      )}
      <Without course={course} without={slips.without} />
      {course.periods.map(({ id, label }) => {
        const here = byPeriod.get(id);
        return here ? (
          <section key={id} aria-label={`Slips of ${label}`} className="slips grid gap-2">
            <h3 className="font-display text-xl font-semibold">{label}</h3>
            <ul className="grid list-none grid-cols-2 gap-2 p-0 max-sm:grid-cols-1">
              {here.map((slip) => (
                <li
                  key={slip.id}
                  className="flex break-inside-avoid items-center gap-3 rounded-lg border border-dashed border-edge bg-white p-3 text-black"
                >
                  <ScanCode
                    text={address(slip.link)}
                    label={`Code of ${sayListName(slip)}`}
                    className="w-24 shrink-0"
                  />
                  <span className="grid min-w-0 gap-0.5">
                    <b className="[overflow-wrap:anywhere]">{sayListName(slip)}</b>
                    <span className="text-small">
                      {school} · {label}
                    </span>
                    <span className="text-small [overflow-wrap:anywhere]">
                      Go to {location.host}/welcome and type
                    </span>
                    <code className="text-lg font-semibold tracking-wide">{slip.code}</code>
                    <span className="text-small [overflow-wrap:anywhere]">
                      Then sign in as {slip.signInName}
                    </span>
                  </span>
                </li>
              ))}
            </ul>
          </section>
        ) : null;
      })}
    </>
  );
}

/** Who got no slip and why; those whose slips are the office's to make are asked for with one press. */
function Without({ course, without }: { course: Course; without: Slips['without'] }) {
  const [ask, { isLoading, isSuccess }] = api.useAskOfficeMutation();
  const send = async () => {
    const { error } = await ask({ params: { courseId: course.id }, body: { studentId: null } });
    if (error) tellFailure(error);
    else tell('The office has been asked for their slips.');
  };
  const whys = groupBy(without, ({ why }) => why);
  if (without.length === 0) return null;
  return (
    <ul aria-label="Without a slip" className="no-print grid list-none gap-1.5 p-0">
      {[...whys].map(([why, students]) => (
        <li key={why} className="flex flex-wrap items-center gap-3 rounded-lg bg-brass-soft px-4 py-2">
          <details className="min-w-0 flex-1">
            <summary>{whyWords[why](students.length)}</summary>
            <p className="text-small [overflow-wrap:anywhere]">{sayList(students.map(sayListName))}</p>
          </details>
          {why === 'of the office' ? (
            <Button disabled={isLoading || isSuccess} onClick={() => void send()}>
              {isSuccess ? 'Asked' : 'Ask the office'}
            </Button>
          ) : null}
        </li>
      ))}
    </ul>
  );
}
