import { useState } from 'react';
import { Button } from '../../parts/ui/Button';
import { Dialog } from '../../parts/ui/Dialog';
import { inOrder } from '../../parts/rack/courseWork';
import { useArrangement } from '../../parts/rack/useArrangement';
import { sayCount, sayListName } from '../../parts/ui/format';
import { tell, tellFailure } from '../../parts/messages/Notices';
import { api, type Course } from '../../state/api';

/** One-time links for students who have no password yet, to print or to paste into a mail. */
export function SlipsDialog({ course, onClose }: { course: Course; onClose: () => void }) {
  const [make, { data, isLoading }] = api.useMakeSlipsMutation();
  const [copied, setCopied] = useState(false);
  const arrangement = useArrangement();
  const slips = inOrder(data?.slips ?? [], course, arrangement);
  const labelOf = new Map(course.periods.map((period) => [period.id, period.label]));
  const address = (link: string) => `${location.origin}${link}`;
  const copy = async () => {
    const lines = slips.map((slip) => [sayListName(slip), slip.email, address(slip.link)].join('\t'));
    await navigator.clipboard.writeText(lines.join('\n'));
    setCopied(true);
    tell('Copied, one student a line.');
  };
  return (
    <Dialog
      title="Sign-in slips"
      description="One-time links for students without a password"
      open
      onClose={onClose}
      className="max-w-3xl"
    >
      {data === undefined ? (
        <>
          <p>
            Every student whom this course brought into the school, with an e-mail address and no password
            yet, gets a link of their own. It works once, for 14 days.
          </p>
          <Button
            look="go"
            disabled={isLoading}
            onClick={() =>
              void make({ params: { courseId: course.id } }).then(({ error }) => error && tellFailure(error))
            }
          >
            Make the slips
          </Button>
        </>
      ) : slips.length === 0 ? (
        <>
          {data.ofOffice === 0 ? (
            <p>Every student with an e-mail address has signed in already. There is nothing to hand out.</p>
          ) : null}
          <OfOffice course={course} count={data.ofOffice} />
        </>
      ) : (
        <>
          <div className="flex items-center gap-3">
            <p className="mr-auto">{sayCount(slips.length, 'slip')}. They are shown only now.</p>
            <Button onClick={() => void copy()}>{copied ? 'Copied' : 'Copy all'}</Button>
            <Button look="go" onClick={() => print()}>
              Print
            </Button>
          </div>
          <OfOffice course={course} count={data.ofOffice} />
          <ul className="grid list-none gap-2 p-0">
            {slips.map((slip) => (
              <li
                key={slip.id}
                className="break-inside-avoid rounded-lg border border-dashed border-edge px-3 py-2"
              >
                <b className="font-semibold">{sayListName(slip)}</b> · {labelOf.get(slip.periodId)} ·{' '}
                {slip.email}
                <code className="block text-small [overflow-wrap:anywhere]">{address(slip.link)}</code>
              </li>
            ))}
          </ul>
        </>
      )}
    </Dialog>
  );
}

/** Students of other courses too, whose links are the office's to make: asked for with one press. */
function OfOffice({ course, count }: { course: Course; count: number }) {
  const [ask, { isLoading, isSuccess }] = api.useAskOfficeMutation();
  if (count === 0) return null;
  const send = async () => {
    const { error } = await ask({ params: { courseId: course.id }, body: { studentId: null } });
    if (error) tellFailure(error);
    else tell('The office has been asked for their links.');
  };
  return (
    <p className="flex flex-wrap items-center gap-3 rounded-lg bg-brass-soft px-4 py-2.5">
      {sayCount(count, 'student')} without a password {count === 1 ? 'is' : 'are'} in other courses too, or
      came from the office. The office makes their links.
      <Button className="ml-auto" disabled={isLoading || isSuccess} onClick={() => void send()}>
        {isSuccess ? 'Asked' : 'Ask the office'}
      </Button>
    </p>
  );
}
