import { useState } from 'react';
import type { AnswerOf } from '@vestibul/contract';
import { Button } from '../../parts/ui/Button';
import { Dialog } from '../../parts/ui/Dialog';
import { sayListName, sayMoment, sayName } from '../../parts/ui/format';
import { tell, tellFailure } from '../../parts/messages/Notices';
import { useZone } from '../../parts/hall/useSession';
import { api } from '../../state/api';

type AccountRequest = AnswerOf<'listAccountRequests'>[number];
type Links = AnswerOf<'settleAccountRequest'>['links'];

const fields = [
  ['last', 'last name'],
  ['first', 'first name'],
  ['called', 'called'],
  ['email', 'e-mail'],
  ['username', 'username'],
  ['number', 'number'],
] as const;

/** What a change would make otherwise: `e-mail: from … to …`. */
function sayWish({ wish, student }: AccountRequest): string[] {
  if (wish === null || student === null) return [];
  return fields
    .filter(([field]) => wish[field] !== student[field])
    .map(([field, label]) => `${label}: ${student[field] || 'none'} → ${wish[field] || 'none'}`);
}

/** What teachers ask of accounts that are the office's to keep; nothing is shown where nobody asks. */
export function AccountRequests() {
  const zone = useZone();
  const { data } = api.useListAccountRequestsQuery();
  const [settle, { isLoading }] = api.useSettleAccountRequestMutation();
  const [links, setLinks] = useState<Links>([]);
  const answer = async (request: AccountRequest, grants: boolean) => {
    const result = await settle({ params: { requestId: request.id }, body: { grants } });
    if (!result.data) return tellFailure(result.error);
    setLinks(result.data.links);
    if (result.data.links.length === 0) tell(grants ? 'Changed.' : 'Declined. Nothing was changed.');
  };
  return (
    <>
      {data && data.length > 0 ? (
        <section aria-label="Asked by teachers" className="grid gap-2">
          <h2>Asked by teachers</h2>
          <ul className="grid list-none gap-2 p-0">
            {data.map((request) => (
              <li
                key={request.id}
                className="flex flex-wrap items-center gap-x-4 gap-y-2 rounded-lg border border-line bg-surface px-4 py-2.5"
              >
                <div className="min-w-0">
                  <p className="font-semibold">
                    {request.student ? sayListName(request.student) : 'All students without a password'}
                    {request.wish === null ? ': one-time link' : ''}
                  </p>
                  {sayWish(request).map((says) => (
                    <p key={says} className="text-small [overflow-wrap:anywhere]">
                      {says}
                    </p>
                  ))}
                  <p className="text-small text-ink-2">
                    {sayName(request.by)}, {request.courseTitle}, {sayMoment(request.at, zone)}
                  </p>
                </div>
                <span className="ml-auto flex gap-2">
                  <Button look="go" disabled={isLoading} onClick={() => void answer(request, true)}>
                    {request.wish === null ? 'Make the link' : 'Change it'}
                  </Button>
                  <Button disabled={isLoading} onClick={() => void answer(request, false)}>
                    Decline
                  </Button>
                </span>
              </li>
            ))}
          </ul>
        </section>
      ) : null}
      {links.length > 0 ? (
        <Dialog
          title="One-time links"
          description="Links to give to the students they are of"
          open
          onClose={() => setLinks([])}
          className="max-w-3xl"
        >
          <p>Each works once, for 14 days. They are shown only now.</p>
          <ul className="grid list-none gap-2 p-0">
            {links.map((one) => (
              <li key={one.id} className="rounded-lg border border-dashed border-edge px-3 py-2">
                <b className="font-semibold">{sayListName(one)}</b> · {one.email}
                <code className="block text-small [overflow-wrap:anywhere]">
                  {location.origin}
                  {one.link}
                </code>
              </li>
            ))}
          </ul>
        </Dialog>
      ) : null}
    </>
  );
}
