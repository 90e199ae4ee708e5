import { useMemo } from 'react';
import type { AssignmentId, SubmissionId } from '@vestibul/core';
import { api, type WorkProgress } from '../../state/api';

/** How often it is asked for what is still being measured, in milliseconds. */
const ASK_MS = 1500;

interface KnownProgress {
  /** By submission; empty where nothing was handed out. */
  works: ReadonlyMap<SubmissionId, WorkProgress>;
  /** Whether something was handed out, so that work can be untouched. */
  hasBlank: boolean;
  /** Whether it was asked for and answered, or could not be. */
  isRead: boolean;
}

/** How far the work of an assignment is from what was handed out with it. */
export function useProgress(assignmentId: AssignmentId | null): KnownProgress {
  const asked = { params: { assignmentId: assignmentId ?? ('' as AssignmentId) } };
  const skip = assignmentId === null;
  const { readProgress } = api.endpoints;
  const { data, error } = readProgress.useQueryState(asked, { skip });
  readProgress.useQuerySubscription(asked, { skip, pollingInterval: data && data.waiting > 0 ? ASK_MS : 0 });
  const works = useMemo(() => new Map(data?.works.map((work) => [work.submissionId, work])), [data]);
  return {
    works,
    hasBlank: data?.hasBlank ?? false,
    isRead: data !== undefined || error !== undefined,
  };
}
