import { Button } from '../ui/Button';
import type { Press } from './usePress';

/** Says that what was pressed has not reached the school, what becomes of it, and when it counts. */
export function NotYet({ press: { waits, press, giveUp } }: { press: Press }) {
  if (!waits) return null;
  return (
    <div role="alert" className="my-3 grid gap-2 rounded-lg bg-brass-soft px-4 py-3 text-ink">
      <p className="font-semibold">Not turned in yet: the school can’t be reached.</p>
      <p>
        Keep this page open. It turns in by itself as soon as the connection is back, and counts from the
        moment the school has it.
      </p>
      <div className="flex flex-wrap gap-2">
        <Button onClick={press}>Try now</Button>
        <Button look="quiet" onClick={giveUp}>
          Don’t turn in
        </Button>
      </div>
    </div>
  );
}
