import { api } from '../../state/api';
import { Button } from '../ui/Button';
import { Dialog } from '../ui/Dialog';
import { sayMoment } from '../ui/format';
import { tell, tellFailure } from '../messages/Notices';
import { sayBrowser } from './sayBrowser';
import { Read } from '../messages/States';
import { useZone } from './useSession';

/** Where one is signed in, with the way to end each of them and all others at once. */
export function SignedIn({ onClose }: { onClose: () => void }) {
  const zone = useZone();
  const sessions = api.useListMySessionsQuery();
  const [endOne] = api.useEndMySessionMutation();
  const [endOthers, { isLoading }] = api.useEndMySessionsMutation();
  const others = async () => {
    const { error } = await endOthers({});
    if (error) tellFailure(error);
    else tell('You are signed out everywhere else.');
  };
  return (
    <Dialog title="Where you are signed in" description="Your open sessions" open onClose={onClose}>
      <Read of={sessions} what="Reading your sessions">
        {(open) => (
          <>
            <ul className="grid list-none gap-2 p-0">
              {open.map(({ id, startedAt, device, isThis }) => (
                <li
                  key={id}
                  className="flex flex-wrap items-center gap-x-4 gap-y-1 rounded-lg border border-line bg-surface px-4 py-2"
                >
                  <span>
                    <b className="font-semibold">{sayBrowser(device)}</b>
                    {isThis ? ', this one' : ''}
                    <span className="block text-small text-ink-2">since {sayMoment(startedAt, zone)}</span>
                  </span>
                  {isThis ? null : (
                    <Button
                      className="ml-auto"
                      onClick={() =>
                        void endOne({ params: { sessionId: id } }).then(
                          ({ error }) => error && tellFailure(error),
                        )
                      }
                    >
                      Sign out there
                    </Button>
                  )}
                </li>
              ))}
            </ul>
            {open.length > 1 ? (
              <Button look="go" disabled={isLoading} onClick={() => void others()}>
                Sign out everywhere else
              </Button>
            ) : null}
          </>
        )}
      </Read>
    </Dialog>
  );
}
