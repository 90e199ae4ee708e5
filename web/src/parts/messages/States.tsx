import type { ReactNode } from 'react';
import { Button } from '../ui/Button';
import { isCutOff, sayFailure } from './sentences';
import { useAgain } from './useAgain';

/** A page that has nothing yet: what to do first. */
export function Empty({ title, children }: { title: string; children?: ReactNode }) {
  return (
    <div className="m-auto grid max-w-md justify-items-center gap-3 p-8 text-center">
      <p className="font-display text-2xl leading-tight font-semibold">{title}</p>
      <div className="grid justify-items-center gap-3 text-ink-2">{children}</div>
    </div>
  );
}

/** A page that could not be read: why, and a way on. One that did not reach the school asks again by itself. */
export function Failed({ failure, onRetry }: { failure: unknown; onRetry?: () => void }) {
  useAgain(isCutOff(failure), onRetry);
  return (
    <div role="alert" className="m-auto grid max-w-md justify-items-center gap-4 p-8 text-center">
      <p className="font-semibold text-ink">{sayFailure(failure)}</p>
      {onRetry ? <Button onClick={onRetry}>Try again</Button> : null}
    </div>
  );
}

/** A page on its way. It says so only after a moment, so that a fast answer does not flicker. */
export function Loading({ what = 'Opening' }: { what?: string }) {
  return (
    <p role="status" className="m-auto animate-[appear_0.1s_0.35s_both] p-8 text-ink-2">
      {what} …
    </p>
  );
}

interface TogetherProps {
  of: readonly { data?: unknown; error?: unknown }[];
  what: string;
  children: ReactNode;
}

/**
 * Parts that stand below each other and are read each by itself: shown once all of them are here or failed. One that came
 * later would push down what somebody is just pressing.
 */
export function Together({ of, what, children }: TogetherProps) {
  const isHere = of.every(({ data, error }) => data !== undefined || error !== undefined);
  return isHere ? children : <Loading what={what} />;
}

interface Readable<Data> {
  data?: Data | undefined;
  error?: unknown;
  refetch: () => unknown;
}

/** Shows what was read, or why not, or that it is on its way. What was read once stays while it is read again. */
export function Read<Data>({
  of,
  what,
  children,
}: {
  of: Readable<Data>;
  what?: string;
  children: (data: Data) => ReactNode;
}) {
  if (of.data !== undefined) return <>{children(of.data)}</>;
  if (of.error) return <Failed failure={of.error} onRetry={() => void of.refetch()} />;
  return <Loading {...(what ? { what } : {})} />;
}
