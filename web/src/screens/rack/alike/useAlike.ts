import type { AssignmentId } from '@vestibul/core';
import { api } from '../../../state/api';

/** How often it is asked for what is still being looked for, in milliseconds. */
const ASK_MS = 2000;

/** Which works of an assignment are much the same; looked for anew by whoever opens the page. */
export function useAlike(assignmentId: AssignmentId) {
  const asked = { params: { assignmentId } };
  const { readAlike } = api.endpoints;
  const found = readAlike.useQueryState(asked);
  const { refetch } = readAlike.useQuerySubscription(asked, {
    pollingInterval: found.data?.isLooking ? ASK_MS : 0,
    refetchOnMountOrArgChange: true,
  });
  return { data: found.data, error: found.error, refetch };
}
