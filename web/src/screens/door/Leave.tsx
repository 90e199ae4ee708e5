import { Button } from '../../parts/ui/Button';
import { tellFailure } from '../../parts/messages/Notices';
import { api } from '../../state/api';

/** Ends the visit, so that the next one at this device is not taken for whoever was here before. */
export function Leave({ token, label, look }: { token: string; label: string; look: 'go' | 'link' }) {
  const [leave, { isLoading }] = api.useLeaveDoorMutation();
  const go = () =>
    void leave({ params: { token } }).then(({ error }) => (error ? tellFailure(error) : undefined));
  return look === 'go' ? (
    <Button look="go" disabled={isLoading} onClick={go}>
      {label}
    </Button>
  ) : (
    <button
      type="button"
      className="rounded font-semibold text-act underline"
      disabled={isLoading}
      onClick={go}
    >
      {label}
    </button>
  );
}
