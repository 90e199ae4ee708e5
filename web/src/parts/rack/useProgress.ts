import type { AssignmentId, SubmissionId } from '@vestibul/core';
import { api, type WorkProgress } from '../../state/api';

/** How often it is asked for what is still being measured, in milliseconds. */
const ASK_MS = 1500;

/** How far the work of an assignment is from what was handed out with it, by submission; empty where nothing was. */
export function useProgress(assignmentId: AssignmentId | null): ReadonlyMap<SubmissionId, WorkProgress> {
  const asked = { params: { assignmentId: assignmentId ?? ('' as AssignmentId) } };
  const skip = assignmentId === null;
  const { readProgress } = api.endpoints;
  const { data } = readProgress.useQueryState(asked, { skip });
  readProgress.useQuerySubscription(asked, { skip, pollingInterval: data && data.waiting > 0 ? ASK_MS : 0 });
  return new Map(data?.works.map((work) => [work.submissionId, work]));
}
