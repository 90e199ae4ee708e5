import type { Instant } from '@vestibul/core';
import { sayMoment } from '../ui/format';
import { useStaleSince } from './useLive';
import { useZone } from './useSession';

/** Says since when what is shown may not be current, where changes do not reach the page. */
export function NotCurrent() {
  const zone = useZone();
  const since = useStaleSince();
  return (
    <div aria-live="polite">
      {since === null ? null : (
        <p className="mb-3 rounded-lg bg-brass-soft px-3 py-2 font-semibold text-ink">
          Not up to date since {sayMoment(new Date(since).toISOString() as Instant, zone)}. Changes don’t
          reach this page now; it tries again by itself.
        </p>
      )}
    </div>
  );
}
