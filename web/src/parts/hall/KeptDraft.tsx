import type { Instant } from '@vestibul/core';
import { tell } from '../messages/Notices';
import { sayMoment } from '../ui/format';
import type { Draft } from './useDraft';
import { useZone } from './useSession';

interface KeptDraftProps {
  draft: Pick<Draft<unknown>, 'kept' | 'discard'>;
  /** What was begun: ‘comment’, ‘list’. */
  what: string;
}

/** Says that what stands here was written earlier and is not saved, and lets it be thrown away. */
export function KeptDraft({ draft: { kept, discard }, what }: KeptDraftProps) {
  const zone = useZone();
  if (!kept) return null;
  return (
    <p
      role="status"
      className="flex flex-wrap items-center gap-x-3 gap-y-1 rounded-lg bg-brass-soft px-3 py-2 text-small"
    >
      <span>
        Your {what} from {sayMoment(new Date(kept.at).toISOString() as Instant, zone)} is not saved yet.
        {kept.isOlder ? ' Something here has changed since; look before you save.' : ''}
      </span>
      <button
        type="button"
        className="ml-auto rounded font-semibold text-act underline"
        onClick={() => tell(`Your ${what} is discarded.`, discard())}
      >
        Discard
      </button>
    </p>
  );
}
