import { useState } from 'react';
import { countingAttempt, type Counting, type SubmissionId } from '@vestibul/core';
import { Button } from '../../parts/ui/Button';
import { sayCount } from '../../parts/ui/format';
import { tell, tellFailure } from '../../parts/messages/Notices';
import { api, type Receipt } from '../../state/api';

interface TakeBackProps {
  submissionId: SubmissionId;
  receipts: readonly Receipt[];
  counting: Counting;
  onDone: () => void;
}

/** Takes the newest attempt back, having said what will count then. */
export function TakeBack({ submissionId, receipts, counting, onDone }: TakeBackProps) {
  const [takeBack, { isLoading }] = api.useTakeBackMutation();
  // Pressed twice, it is one press.
  const [key] = useState(() => crypto.randomUUID());
  const standing = receipts.filter(({ gone }) => gone === null);
  const newest = standing[0];
  const left = countingAttempt(
    standing.slice(1).map(({ attempt, lateMs }) => ({ n: attempt, lateMs, isGone: false, score: null })),
    counting,
  );
  if (!newest) return null;
  const act = async () => {
    const result = await takeBack({
      params: { submissionId },
      body: { attempt: newest.attempt, key },
    });
    if (result.data) {
      const { inTray } = result.data;
      tell(`Taken back. ${sayCount(inTray, 'piece is', 'pieces are')} in your tray again.`);
    } else tellFailure(result.error);
    onDone();
  };
  return (
    <div className="grid gap-2.5 rounded-lg bg-brass-soft px-3 py-2.5" role="group" aria-label="Take back">
      <p>
        {left
          ? `Take back attempt ${newest.attempt}? Attempt ${left.n} will count.`
          : 'Take it back? Nothing is turned in until you turn in again.'}{' '}
        Your pieces go back to the tray; the record keeps both steps.
      </p>
      <div className="flex gap-2">
        <Button look="go" disabled={isLoading} onClick={() => void act()}>
          Take back
        </Button>
        <Button look="quiet" onClick={onDone}>
          Leave it in
        </Button>
      </div>
    </div>
  );
}
