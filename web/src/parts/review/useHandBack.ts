import { readLocalTime, type LocalTime, type SubmissionId } from '@vestibul/core';
import { api, type Course } from '../../state/api';
import type { CallFor } from '../../state/contractQuery';
import { tell, tellFailure } from '../messages/Notices';
import { sayMoment, sayNewer } from '../ui/format';
import { useZone } from '../hall/useSession';

/** How long work that is handed back can still be kept, in seconds. */
const PAUSE_S = 10;

interface Work {
  submissionId: SubmissionId;
  attempt: number;
}

/**
 * Hands work back after a pause, with Undo beside what is said of it: in the pause nothing has happened then, and after it the
 * work is taken back into review. `whose` says whose work it is: 'Jonas’s work', '12 pieces of work'.
 */
export function useHandBack(course: Course) {
  const params = { courseId: course.id };
  const zone = useZone();
  const [handBack, { isLoading }] = api.useHandBackMutation();
  const [takeIntoReview, taking] = api.useTakeIntoReviewMutation();

  const undo = async (works: Work[]) => {
    const result = await takeIntoReview({ params, body: { works } });
    if (result.error) return tellFailure(result.error);
    const { kept, takenBack, newer } = result.data;
    tell(`${takenBack > 0 ? 'Taken back into review' : 'Not handed back'}.${sayNewer(newer)}`);
    return kept + takenBack > 0;
  };
  const send = async (
    works: Work[],
    how: Pick<CallFor<'handBack'>['body'], 'afterSeconds' | 'atLocal'>,
    says: string,
  ) => {
    const result = await handBack({ params, body: { works, ...how } });
    if (result.error) {
      tellFailure(result.error);
      return false;
    }
    const { waiting, newer } = result.data;
    if (waiting === 0) tell(sayNewer(newer).trim());
    else tell(`${says}.${sayNewer(newer)}`, () => void undo(works));
    return waiting > 0;
  };
  const act = (works: Work[], whose: string) =>
    send(works, { afterSeconds: PAUSE_S }, `${whose} will be handed back in ${PAUSE_S} seconds`);
  /** Hands back at a wall-clock time of the school; true where it is planned. */
  const plan = (works: Work[], whose: string, atLocal: LocalTime) => {
    const when = sayMoment(readLocalTime(atLocal, zone).instant, zone);
    return send(works, { atLocal }, `${whose} will be handed back on ${when}`);
  };
  return { plan, handBack: act, takeIntoReview: undo, isBusy: isLoading || taking.isLoading };
}
