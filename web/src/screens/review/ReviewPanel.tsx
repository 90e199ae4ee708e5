import type { RefObject } from 'react';
import type { PieceId } from '@vestibul/core';
import { LONGEST_PAUSE_S } from '@vestibul/contract';
import { sayDuration } from '@vestibul/core';
import { Button } from '../../parts/ui/Button';
import { sayMoment, sayName, sayOwner } from '../../parts/ui/format';
import { announce } from '../../parts/messages/announce';
import { tell, tellFailure } from '../../parts/messages/Notices';
import { sayWhoOpens } from '../../parts/review/sayWhoOpens';
import { CommentList } from '../../parts/review/CommentList';
import { NotTheirs } from '../../parts/review/NotTheirs';
import { useHandBack } from '../../parts/review/useHandBack';
import { CommentAt } from './CommentAt';
import { OwnComment } from '../../parts/review/OwnComment';
import { PhraseBar } from './PhraseBar';
import { PrivateNotes } from './PrivateNotes';
import { ScoreChange } from './ScoreChange';
import { ScoreForm } from './ScoreForm';
import { pointsBefore } from './scoreNow';
import { sayCounted } from '../../parts/review/sayScore';
import type { useDeskPlaces } from './useDeskPlaces';
import { usePhrases } from './usePhrases';
import { useScore } from './useScore';
import { WordsForm } from '../../parts/review/WordsForm';
import { mayRun } from '../../parts/hall/places';
import { useDraft } from '../../parts/hall/useDraft';
import { useKeys } from '../../parts/ui/useKeys';
import { api, type Course, type Submission } from '../../state/api';

interface ReviewPanelProps {
  submission: Submission;
  /** Whether it is hidden whose it is. */
  isCovered: boolean;
  course: Course;
  zone: string;
  desk: ReturnType<typeof useDeskPlaces>;
  /** Where the comment is written. */
  box: RefObject<HTMLTextAreaElement | null>;
  choosePiece: (id: PieceId) => void;
  /** This one is done: goes on to the next to review. */
  onDone: () => void;
}

/** Whether a hand-back was set to a time, and is not only in the pause in which it can be kept. */
const isPlanned = (at: string) => Date.parse(at) - Date.now() > LONGEST_PAUSE_S * 1000;

/** Whether its student has read everything of it that they can. */
const hasRead = ({ newestShown, readUntil }: Submission) =>
  newestShown !== null && readUntil !== null && readUntil >= newestShown;

/** What is said about the work, and what is done with it. */
export function ReviewPanel({
  submission,
  isCovered,
  course,
  zone,
  desk,
  box,
  choosePiece,
  onDone,
}: ReviewPanelProps) {
  const params = { submissionId: submission.id };
  const draft = useDraft(`comment ${submission.id}`, '');
  const text = draft.value;
  const phrases = usePhrases(course, submission, draft, { box, isCovered });
  const [comment, commenting] = api.useCommentMutation();
  const [review, reviewing] = api.useReviewMutation();
  const [withdraw] = api.useWithdrawReviewMutation();
  const { handBack, takeIntoReview, isBusy } = useHandBack(course);
  const [sendBack, sendingBack] = api.useSendBackMutation();
  const [approve, approving] = api.useApproveMutation();
  const counting = submission.attempts.find((attempt) => attempt.counts) ?? submission.attempts[0]!;
  const isBack = submission.handedBackAt !== null;
  // Every act names what is looked at: a newer attempt is not reviewed unseen.
  const { attempt } = counting;
  const score = useScore(submission, attempt);
  const before = pointsBefore(submission, attempt);
  const known = before === null ? submission.scores.find((one) => one.attempt === attempt) : undefined;
  const works = [{ submissionId: submission.id, attempt }];
  const isNewer = ({ newer }: { newer: number }) => {
    if (newer > 0) tell('There is a newer attempt. It is shown now; look at it first.');
    return newer > 0;
  };

  const saveComment = async () => {
    if (!text.trim()) return true;
    const { written: place } = desk;
    // What is said at a place is said of the attempt that its piece is of, though another counts by now.
    const of = submission.pieces.find(({ id }) => id === place?.pieceId)?.attempt ?? attempt;
    const result = await comment({ params, body: { text, attempt: of, place } });
    if (result.error) tellFailure(result.error);
    else {
      draft.done();
      desk.forget();
      announce(`Your comment for ${sayName(submission.student)} is saved.`);
    }
    return !result.error;
  };
  // What is written and given and not saved yet goes along, rather than being lost.
  const saveAll = async () => (await saveComment()) && (await score.whenSaved());
  const markReviewed = async () => {
    if (!(await saveAll())) return;
    const result = await review({ params, body: { attempt } });
    if (result.error) return tellFailure(result.error);
    announce(`${sayName(submission.student)}’s work is marked as reviewed.`);
    onDone();
  };
  const giveBack = async () => {
    if (!(await saveAll())) return;
    if (await handBack(works, `${sayName(submission.student)}’s work`)) onDone();
  };
  const letThrough = async () => {
    const result = await approve({
      params: { courseId: course.id },
      body: { works },
    });
    if (result.error) tellFailure(result.error);
    else if (!isNewer(result.data)) tell(`${sayName(submission.student)}’s work is approved.`);
  };
  const sendItBack = async () => {
    if (!text.trim()) {
      tell('Write what to change, then send it back.');
      box.current?.focus();
      return;
    }
    const result = await sendBack({
      params: { courseId: course.id },
      body: { works, word: text },
    });
    if (result.error) tellFailure(result.error);
    else if (!isNewer(result.data)) {
      draft.done();
      desk.forget();
      tell(`Sent back to ${sayName(submission.student)}, with your comment.`);
    }
  };
  const owners = [...new Set(submission.pieces.map((piece) => sayOwner(piece.owner)))].join(', ');
  const isHeld = submission.state === 'held';
  const runs = mayRun(course);
  useKeys({
    ';': course.year.isOver ? undefined : phrases.ask,
    b: () => (isHeld && runs ? void sendItBack() : undefined),
    a: () => (isHeld && runs ? void letThrough() : undefined),
    r: () => (submission.reviewedAt || !runs ? undefined : void markReviewed()),
    h: () => (isBack || submission.goesBackAt || !runs ? undefined : void giveBack()),
  });
  return (
    <section aria-label="Review" className="-mx-1 flex min-h-0 flex-col gap-3 overflow-y-auto px-1">
      <div>
        <h2 className="font-display text-xl leading-tight text-ink">{sayName(submission.student)}</h2>
        <p className="text-ink-2">
          {submission.state} · {sayMoment(counting.at, zone)}
          {counting.attempt > 1 ? ` · attempt ${counting.attempt}` : ''}
        </p>
        {counting.lateMs > 0 ? (
          <p className="font-semibold text-brick">late by {sayDuration(counting.lateMs)}</p>
        ) : null}
        {known ? <p className="text-ink-2">{sayCounted(known, counting.lateMs)}</p> : null}
      </div>
      <details className="text-small">
        <summary className="cursor-pointer rounded text-ink-2">
          owner <b className="font-semibold text-ink">{owners}</b>
        </summary>
        <dl className="mt-1 grid grid-cols-[auto_1fr] gap-x-3 gap-y-0.5">
          <dt className="text-ink-2">can open</dt>
          <dd>{sayWhoOpens(course, submission)}</dd>
          <dt className="text-ink-2">in folder</dt>
          <dd className="[overflow-wrap:anywhere]">
            <code>{submission.folderName || 'no folder yet'}</code>
          </dd>
          <dt className="text-ink-2">ledger</dt>
          <dd>line {counting.line}</dd>
        </dl>
      </details>
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
        hint={course.year.isOver ? null : 'The student sees it at once.'}
        acts={(said) =>
          said.isMine && !course.year.isOver ? <OwnComment submission={submission} said={said} /> : null
        }
      />
      {course.year.isOver ? null : (
        <>
          <div onKeyDownCapture={phrases.takeFirst}>
            <WordsForm
              about={<CommentAt desk={desk} />}
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
              isBusy={commenting.isLoading}
              save={() => void saveComment()}
            />
          </div>
          <PhraseBar course={course} of={phrases} text={text} />
        </>
      )}
      <PrivateNotes submission={submission} attempt={attempt} zone={zone} isOver={course.year.isOver} />
      <NotTheirs course={course} submission={submission} />
      {!runs ? null : (
        <div className="mt-auto grid gap-2">
          {isHeld ? (
            <>
              <Button disabled={sendingBack.isLoading} onClick={() => void sendItBack()}>
                Send back with this comment{' '}
                <kbd className="border-current bg-transparent text-current">b</kbd>
              </Button>
              <Button disabled={approving.isLoading} onClick={() => void letThrough()}>
                Approve <kbd className="border-current bg-transparent text-current">a</kbd>
              </Button>
            </>
          ) : null}
          {isBack ? (
            <p className="flex items-center gap-2 rounded-lg bg-brass-soft px-3 py-2">
              <span>
                Handed back {sayMoment(submission.handedBackAt!, zone)}.{' '}
                {hasRead(submission) ? 'The student has read all of it.' : 'Not read yet.'}
              </span>
              <button
                type="button"
                className="ml-auto rounded text-right font-semibold text-act underline"
                disabled={isBusy}
                onClick={() => void takeIntoReview(works)}
              >
                Take back into review
              </button>
            </p>
          ) : submission.goesBackAt ? (
            <p className="flex items-center gap-2 rounded-lg bg-brass-soft px-3 py-2">
              <span>
                Will be handed back{' '}
                {isPlanned(submission.goesBackAt) ? sayMoment(submission.goesBackAt, zone) : 'in a moment'}.
              </span>
              <button
                type="button"
                className="ml-auto rounded font-semibold text-act underline"
                disabled={isBusy}
                onClick={() => void takeIntoReview(works)}
              >
                Undo
              </button>
            </p>
          ) : submission.reviewedAt ? (
            <div className="flex items-center gap-2 rounded-lg bg-brass-soft px-3 py-2">
              <span>Reviewed {sayMoment(submission.reviewedAt, zone)}.</span>
              <button
                type="button"
                className="ml-auto rounded font-semibold text-act underline"
                onClick={() =>
                  void withdraw({ params, body: { attempt } }).then(({ error }) =>
                    error
                      ? tellFailure(error)
                      : announce(`${sayName(submission.student)}’s work is to be reviewed again.`),
                  )
                }
              >
                Undo
              </button>
            </div>
          ) : (
            <Button disabled={reviewing.isLoading} onClick={() => void markReviewed()}>
              Reviewed <kbd className="border-current bg-transparent text-current">r</kbd>
            </Button>
          )}
          {isBack || submission.goesBackAt ? null : (
            <Button look="go" disabled={isBusy} onClick={() => void giveBack()}>
              Hand back <kbd className="border-current bg-transparent text-current">h</kbd>
            </Button>
          )}
        </div>
      )}
    </section>
  );
}
