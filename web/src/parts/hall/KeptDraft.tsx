import type { Instant } from '@vestibul/core';
import { sayMoment } from '../ui/format';
import type { Draft } from './useDraft';
import { useZone } from './useSession';

interface KeptDraftProps {
  draft: Pick<Draft<unknown>, 'kept' | 'discard' | 'bringBack'>;
  /** What was begun: ‘comment’, ‘list’. */
  what: string;
}

/**
 * Says that what stands here was written earlier and is not saved, and lets it be thrown away. Undo stands where Discard
 * stood: in a window the focus goes nowhere else.
 */
export function KeptDraft({ draft: { kept, discard, bringBack }, what }: KeptDraftProps) {
  const zone = useZone();
  if (!kept && !bringBack) return null;
  return (
    <p
      role="status"
      className="flex flex-wrap items-center gap-x-3 gap-y-1 rounded-lg bg-brass-soft px-3 py-2 text-small"
    >
      <span>
        {kept
          ? `Your ${what} from ${sayMoment(new Date(kept.at).toISOString() as Instant, zone)} is not saved yet.`
          : `Your ${what} is discarded.`}
        {kept?.isOlder ? ' Something here has changed since; look before you save.' : ''}
      </span>
      <button
        type="button"
        className="ml-auto rounded font-semibold text-act underline"
        onClick={bringBack ?? discard}
      >
        {bringBack ? 'Undo' : 'Discard'}
      </button>
    </p>
  );
}
