import { Mic } from 'lucide-react';
import { pathOf } from '@vestibul/contract';
import { sayElapsed, type SubmissionId } from '@vestibul/core';
import { sayName } from '../ui/format';
import type { Comment } from './marksOf';

interface SpokenWordsProps {
  submissionId: SubmissionId;
  said: Comment;
  seconds: number;
}

/** What was spoken in place of words, or beside them; fetched when it is listened to. */
export function SpokenWords({ submissionId, said, seconds }: SpokenWordsProps) {
  const length = sayElapsed(seconds * 1000);
  return (
    <div className="mt-1 grid gap-1">
      <p className="flex items-center gap-1.5 text-small text-ink-2">
        <Mic aria-hidden size={15} /> spoken, {length}
      </p>
      {/* eslint-disable-next-line jsx-a11y/media-has-caption -- what somebody spoke comes without captions */}
      <audio
        src={pathOf('readSpoken', { submissionId, commentId: said.id })}
        controls
        preload="none"
        aria-label={`${sayName(said.by)}’s spoken comment, ${length}`}
        className="h-10 w-full"
      />
    </div>
  );
}
