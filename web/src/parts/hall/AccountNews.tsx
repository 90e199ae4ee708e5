import type { AccountNews as Kind } from '@vestibul/core';
import { api } from '../../state/api';
import { Button } from '../ui/Button';
import { sayMoment, sayName } from '../ui/format';
import { tellFailure } from '../messages/Notices';
import { useZone } from './useSession';

const says: Record<Kind, string> = {
  'address changed': 'Your e-mail address for signing in was changed',
  'link made': 'A one-time link for choosing a password was made for you',
  'password set': 'A new password was set for your account',
  'signed out': 'You were signed out everywhere',
  closed: 'Your account was closed',
  opened: 'Your account was opened again',
};

/** What others did to one's account since one looked last; nothing is shown where they did nothing. */
export function AccountNews() {
  const zone = useZone();
  const { data } = api.useListAccountNewsQuery();
  const [markSeen, { isLoading }] = api.useMarkNewsSeenMutation();
  if (!data || data.length === 0) return null;
  return (
    <section
      aria-label="Your account"
      className="mb-4 flex flex-wrap items-end gap-3 rounded-lg border border-line bg-brass-soft px-4 py-3"
    >
      <div className="grid gap-1">
        {data.map(({ at, kind, by }) => (
          <p key={`${at} ${kind}`}>
            <b className="font-semibold">{says[kind]}</b>
            {by ? ` by ${sayName(by)}` : ''}, {sayMoment(at, zone)}.
          </p>
        ))}
        <p className="text-small">If you did not expect this, tell the office.</p>
      </div>
      <Button
        className="ml-auto"
        disabled={isLoading}
        onClick={() => void markSeen({}).then(({ error }) => error && tellFailure(error))}
      >
        Got it
      </Button>
    </section>
  );
}
