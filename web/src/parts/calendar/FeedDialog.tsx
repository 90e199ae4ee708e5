import { Button } from '../ui/Button';
import { Dialog } from '../ui/Dialog';
import { tell, tellFailure } from '../messages/Notices';
import { Read } from '../messages/States';
import { api } from '../../state/api';

/** The secret address under which a calendar program finds what is due. */
export function FeedDialog({ onClose }: { onClose: () => void }) {
  const feed = api.useReadFeedAddressQuery();
  const [renew, { isLoading }] = api.useRenewFeedMutation();
  const make = async (isNew: boolean) => {
    const result = await renew({});
    if (result.error) tellFailure(result.error);
    else tell(isNew ? 'The address is made.' : 'The old address has stopped working.');
  };
  return (
    <Dialog
      title="In my own calendar"
      description="A secret address for a calendar program"
      open
      onClose={onClose}
    >
      <p>
        A calendar program with this address shows what is due, in its own time zone, and stays up to date.
        Anyone with the address can read it, and nothing else.
      </p>
      <Read of={feed}>
        {({ path }) =>
          path ? (
            <>
              <code className="rounded-lg bg-ground p-3 [overflow-wrap:anywhere]">
                {location.origin}
                {path}
              </code>
              <div className="flex flex-wrap gap-3">
                <Button
                  look="go"
                  onClick={() =>
                    void navigator.clipboard
                      .writeText(`${location.origin}${path}`)
                      .then(() => tell('Copied. Give it to your calendar program as a subscription.'))
                  }
                >
                  Copy
                </Button>
                <Button look="quiet" disabled={isLoading} onClick={() => void make(false)}>
                  Make a new address; this one stops working
                </Button>
              </div>
            </>
          ) : (
            <Button look="go" disabled={isLoading} onClick={() => void make(true)}>
              Make the address
            </Button>
          )
        }
      </Read>
    </Dialog>
  );
}
