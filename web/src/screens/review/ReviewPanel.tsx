import type { ReactNode, RefObject } from 'react';
import type { PieceId } from '@vestibul/core';
import { mayRun } from '../../parts/hall/places';
import { useDraft } from '../../parts/hall/useDraft';
import { CommentList } from '../../parts/review/CommentList';
import { NotTheirs } from '../../parts/review/NotTheirs';
import { OwnComment } from '../../parts/review/OwnComment';
import { WordsForm } from '../../parts/review/WordsForm';
import { useKeys } from '../../parts/ui/useKeys';
import type { Course, Submission } from '../../state/api';
import { ActButtons } from './ActButtons';
import { CommentAt } from './CommentAt';
import { PhraseBar } from './PhraseBar';
import { PrivateNotes } from './PrivateNotes';
import { ReviewHead } from './ReviewHead';
import { ScoreChange } from './ScoreChange';
import { ScoreForm } from './ScoreForm';
import { pointsBefore } from './scoreNow';
import { SpeakBar } from './SpeakBar';
import { StampBar } from './StampBar';
import type { useDeskPlaces } from './useDeskPlaces';
import { usePhrases } from './usePhrases';
import { useReviewActs } from './useReviewActs';
import { useScore } from './useScore';
import { useSpeaking } from './useSpeaking';

interface ReviewPanelProps {
  submission: Submission;
  /** Whether it is hidden whose it is. */
  isCovered: boolean;
  /** To all that its student did. */
  yearLink: ReactNode;
  course: Course;
  zone: string;
  desk: ReturnType<typeof useDeskPlaces>;
  /** Where the comment is written. */
  box: RefObject<HTMLTextAreaElement | null>;
  choosePiece: (id: PieceId) => void;
  /** This one is done: goes on to the next to review. */
  onDone: () => void;
}

/** What is said about the work, and what is done with it. */
export function ReviewPanel({
  submission,
  isCovered,
  yearLink,
  course,
  zone,
  desk,
  box,
  choosePiece,
  onDone,
}: ReviewPanelProps) {
  const draft = useDraft(`comment ${submission.id}`, '');
  const phrases = usePhrases(course, submission, draft, { box, isCovered });
  const counting = submission.attempts.find((attempt) => attempt.counts) ?? submission.attempts[0]!;
  const { attempt } = counting;
  const score = useScore(submission, attempt);
  const speaking = useSpeaking(submission, !course.year.isOver);
  const acts = useReviewActs({ submission, attempt, course, desk, draft, speaking, box, score, onDone });
  const before = pointsBefore(submission, attempt);
  const known = before === null ? submission.scores.find((one) => one.attempt === attempt) : undefined;
  const isBack = submission.handedBackAt !== null;
  const isHeld = submission.state === 'held';
  const { isOver } = course.year;
  const runs = mayRun(course);
  useKeys({
    ';': isOver ? undefined : phrases.ask,
    b: () => (isHeld && runs ? void acts.sendBack() : undefined),
    a: () => (isHeld && runs ? void acts.approve() : undefined),
    r: () => (submission.reviewedAt || !runs ? undefined : void acts.markReviewed()),
    h: () => (isBack || submission.goesBackAt || !runs ? undefined : void acts.giveBack()),
  });
  return (
    <section aria-label="Review" className="-mx-1 flex min-h-0 flex-col gap-3 overflow-y-auto px-1">
      <ReviewHead submission={submission} counting={counting} score={known} course={course} zone={zone} />
      {yearLink}
      {isBack && runs ? (
        <ScoreChange submission={submission} attempt={attempt} />
      ) : (
        <ScoreForm scoring={submission.scoring} score={score} before={before} isOpen={runs} />
      )}
      <CommentList
        submission={submission}
        zone={zone}
        of={desk.of}
        choosePiece={choosePiece}
        className="rounded-lg border border-line bg-surface px-3 py-2"
        hint={isOver ? null : 'The student sees it at once.'}
        acts={(said) => (said.isMine && !isOver ? <OwnComment submission={submission} said={said} /> : null)}
      />
      {isOver ? null : (
        <>
          <div onKeyDownCapture={phrases.takeFirst}>
            <WordsForm
              about={
                <>
                  <CommentAt desk={desk} />
                  <SpeakBar speaking={speaking} />
                </>
              }
              id="comment"
              label="Comment"
              what="comment"
              draft={phrases.draft}
              box={box}
              rows={4}
              hint={
                isBack
                  ? 'The student sees it right away: this work is handed back.'
                  : 'The student sees it when you hand back.'
              }
              hasMore={speaking.hasAny}
              isBusy={acts.isCommenting}
              save={() => void acts.saveComment()}
            />
          </div>
          <StampBar put={(stamp) => void acts.stamp(stamp)} />
          <PhraseBar course={course} of={phrases} text={draft.value} />
        </>
      )}
      <PrivateNotes submission={submission} attempt={attempt} zone={zone} isOver={isOver} />
      <NotTheirs course={course} submission={submission} />
      {runs ? <ActButtons submission={submission} acts={acts} zone={zone} /> : null}
    </section>
  );
}
