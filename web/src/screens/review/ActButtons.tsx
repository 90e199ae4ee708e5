import type { ReactNode } from 'react';
import { LONGEST_PAUSE_S } from '@vestibul/contract';
import { Button } from '../../parts/ui/Button';
import { sayMoment } from '../../parts/ui/format';
import type { Submission } from '../../state/api';
import type { ReviewActs } from './useReviewActs';

/** Whether a hand-back was set to a time, and is not only in the pause in which it can be kept. */
const isPlanned = (at: string) => Date.parse(at) - Date.now() > LONGEST_PAUSE_S * 1000;

/** Whether its student has read everything of it that they can. */
const hasRead = ({ newestShown, readUntil }: Submission) =>
  newestShown !== null && readUntil !== null && readUntil >= newestShown;

interface ActButtonsProps {
  submission: Submission;
  acts: ReviewActs;
  zone: string;
}

/** What is done with the work on the desk: let through, reviewed, handed back; and how far that is. */
export function ActButtons({ submission, acts, zone }: ActButtonsProps) {
  const isBack = submission.handedBackAt !== null;
  return (
    <div className="mt-auto grid gap-2">
      {submission.state === 'held' ? (
        <>
          <Button disabled={acts.isDeciding} onClick={() => void acts.sendBack()}>
            Send back with this comment <Key letter="b" />
          </Button>
          <Button disabled={acts.isDeciding} onClick={() => void acts.approve()}>
            Approve <Key letter="a" />
          </Button>
        </>
      ) : null}
      <HowFar submission={submission} acts={acts} zone={zone} />
      {isBack || submission.goesBackAt ? null : (
        <Button look="go" disabled={acts.isHandingBack} onClick={() => void acts.giveBack()}>
          Hand back <Key letter="h" />
        </Button>
      )}
    </div>
  );
}

/** Reviewed, about to be handed back or handed back, with the way back; else how it becomes so. */
function HowFar({ submission, acts, zone }: ActButtonsProps) {
  const { handedBackAt, goesBackAt, reviewedAt } = submission;
  if (handedBackAt)
    return (
      <Standing undo="Take back into review" isBusy={acts.isHandingBack} onUndo={() => void acts.keep()}>
        Handed back {sayMoment(handedBackAt, zone)}.{' '}
        {hasRead(submission) ? 'The student has read all of it.' : 'Not read yet.'}
      </Standing>
    );
  if (goesBackAt)
    return (
      <Standing undo="Undo" isBusy={acts.isHandingBack} onUndo={() => void acts.keep()}>
        Will be handed back {isPlanned(goesBackAt) ? sayMoment(goesBackAt, zone) : 'in a moment'}.
      </Standing>
    );
  if (reviewedAt)
    return (
      <Standing undo="Undo" isBusy={false} onUndo={() => void acts.withdraw()}>
        Reviewed {sayMoment(reviewedAt, zone)}.
      </Standing>
    );
  return (
    <Button disabled={acts.isReviewing} onClick={() => void acts.markReviewed()}>
      Reviewed <Key letter="r" />
    </Button>
  );
}

interface StandingProps {
  children: ReactNode;
  undo: string;
  isBusy: boolean;
  onUndo: () => void;
}

function Standing({ children, undo, isBusy, onUndo }: StandingProps) {
  return (
    <p className="flex items-center gap-2 rounded-lg bg-brass-soft px-3 py-2">
      <span>{children}</span>
      <button
        type="button"
        className="ml-auto rounded text-right font-semibold text-act underline"
        disabled={isBusy}
        onClick={onUndo}
      >
        {undo}
      </button>
    </p>
  );
}

const Key = ({ letter }: { letter: string }) => (
  <kbd className="border-current bg-transparent text-current">{letter}</kbd>
);
