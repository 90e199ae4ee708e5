import { sayFailure } from '../../../parts/messages/sentences';
import { ProgressBar } from '../../../parts/ui/ProgressBar';
import type { Sending } from '../../../state/traySlice';
import { forget } from '../../../state/uploader';

/** A file on its way into the drawer, or why it cannot come. */
export function OnItsWay({
  sending: { key, originalName, status, failure, sent, bytes },
}: {
  sending: Sending;
}) {
  return (
    <div className="grid gap-1">
      <code className="[overflow-wrap:anywhere]">{originalName}</code>
      {status === 'failed' ? (
        <p role="alert" className="text-small font-semibold text-brick">
          {sayFailure(failure)}{' '}
          <button type="button" className="underline" onClick={() => forget(key)}>
            Remove
          </button>
        </p>
      ) : (
        <ProgressBar
          label={originalName}
          share={sent / Math.max(1, bytes)}
          className="h-1.25 bg-ground"
          fill="bg-act"
        />
      )}
    </div>
  );
}
