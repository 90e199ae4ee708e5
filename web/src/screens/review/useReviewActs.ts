import { useEffect, useRef, type RefObject } from 'react';
import { stampWords, type Stamp, type UploadId } from '@vestibul/core';
import { announce } from '../../parts/messages/announce';
import { tell, tellFailure } from '../../parts/messages/Notices';
import type { Draft } from '../../parts/hall/useDraft';
import { useHandBack } from '../../parts/review/useHandBack';
import { sayName } from '../../parts/ui/format';
import { api, type Course, type Submission } from '../../state/api';
import type { useDeskPlaces } from './useDeskPlaces';
import type { useScore } from './useScore';
import type { Speaking } from './useSpeaking';

interface ReviewWork {
  submission: Submission;
  /** The attempt that is looked at: every act names it, so that a newer one is not reviewed unseen. */
  attempt: number;
  course: Course;
  desk: ReturnType<typeof useDeskPlaces>;
  /** The comment that is being written. */
  draft: Draft<string>;
  /** What is spoken beside it. */
  speaking: Speaking;
  /** Where it is written. */
  box: RefObject<HTMLTextAreaElement | null>;
  score: ReturnType<typeof useScore>;
  /** This one is done: goes on to the next to review. */
  onDone: () => void;
}

/** What is done with work on the desk. What is written and given and not saved yet goes along, rather than being lost. */
export function useReviewActs({
  submission,
  attempt,
  course,
  desk,
  draft,
  speaking,
  box,
  score,
  onDone,
}: ReviewWork) {
  const params = { submissionId: submission.id };
  const inCourse = { courseId: course.id };
  const works = [{ submissionId: submission.id, attempt }];
  const whose = sayName(submission.student);
  const [comment, commenting] = api.useCommentMutation();
  const [review, reviewing] = api.useReviewMutation();
  const [withdraw] = api.useWithdrawReviewMutation();
  const { handBack, takeIntoReview, isBusy } = useHandBack(course);
  const [sendBack, sendingBack] = api.useSendBackMutation();
  const [approve, approving] = api.useApproveMutation();

  // Whoever has gone to other work meanwhile stays there.
  const isShown = useRef(true);
  useEffect(() => {
    isShown.current = true;
    return () => {
      isShown.current = false;
    };
  }, []);
  const goOn = () => {
    if (isShown.current) onDone();
  };

  const isNewer = ({ newer }: { newer: number }) => {
    if (newer > 0) tell('There is a newer attempt. It is shown now; look at it first.');
    return newer > 0;
  };
  const forgetComment = () => {
    draft.done();
    desk.forget();
  };
  /** Says something of the work, at the place that is chosen; answers whether it is kept. */
  const say = async (text: string, stamp: Stamp | null, spoken: UploadId | null) => {
    const { written: place } = desk;
    // What is said at a place is said of the attempt that its piece is of, though another counts by now.
    const of = submission.pieces.find(({ id }) => id === place?.pieceId)?.attempt ?? attempt;
    const { error } = await comment({ params, body: { text, attempt: of, place, stamp, spoken } });
    if (error) tellFailure(error);
    return !error;
  };
  const saveComment = async () => {
    if (!speaking.hasAny && !draft.value.trim()) return true;
    const spoken = speaking.hasAny ? await speaking.whenSafe() : null;
    if (speaking.hasAny && !spoken) return false;
    const isSaid = await say(draft.value, null, spoken);
    if (isSaid) {
      if (spoken) speaking.forget();
      forgetComment();
      announce(`Your comment for ${whose} is saved.`);
    }
    return isSaid;
  };
  const saveAll = async () => (await saveComment()) && (await score.whenSaved());
  return {
    saveComment,
    stamp: async (stamp: Stamp) => {
      if (!(await say(stampWords[stamp], stamp, null))) return;
      desk.forget();
      announce(`The stamp ‘${stampWords[stamp]}’ is on ${whose}’s work.`);
    },
    markReviewed: async () => {
      if (!(await saveAll())) return;
      const { error } = await review({ params, body: { attempt } });
      if (error) return tellFailure(error);
      announce(`${whose}’s work is marked as reviewed.`);
      goOn();
    },
    withdraw: async () => {
      const { error } = await withdraw({ params, body: { attempt } });
      if (error) tellFailure(error);
      else announce(`${whose}’s work is to be reviewed again.`);
    },
    giveBack: async () => {
      if (!(await saveAll())) return;
      if (await handBack(works, `${whose}’s work`)) goOn();
    },
    keep: () => takeIntoReview(works),
    approve: async () => {
      const result = await approve({ params: inCourse, body: { works } });
      if (result.error) tellFailure(result.error);
      else if (!isNewer(result.data)) tell(`${whose}’s work is approved.`);
    },
    sendBack: async () => {
      if (!draft.value.trim()) {
        tell('Write what to change, then send it back.');
        box.current?.focus();
        return;
      }
      const result = await sendBack({ params: inCourse, body: { works, word: draft.value } });
      if (result.error) return tellFailure(result.error);
      if (isNewer(result.data)) return;
      forgetComment();
      tell(`Sent back to ${whose}, with your comment.`);
    },
    isCommenting: commenting.isLoading,
    isReviewing: reviewing.isLoading,
    isHandingBack: isBusy,
    isDeciding: sendingBack.isLoading || approving.isLoading,
  };
}

export type ReviewActs = ReturnType<typeof useReviewActs>;
