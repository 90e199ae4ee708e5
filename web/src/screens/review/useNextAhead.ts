import { useEffect } from 'react';
import type { SubmissionId } from '@vestibul/core';
import { fetchAhead } from '../../parts/piece/ahead';
import { api } from '../../state/api';
import { useAppDispatch } from '../../state/store';

/** Reads the work that comes next before its key is pressed, one after the other. */
export function useNextAhead(next: readonly SubmissionId[]): void {
  const dispatch = useAppDispatch();
  const key = next.join(' ');
  useEffect(() => {
    let isLeft = false;
    const readAhead = async () => {
      for (const submissionId of key.split(' ').filter(Boolean)) {
        if (isLeft) return;
        const asked = api.endpoints.readSubmission.initiate(
          { params: { submissionId: submissionId as SubmissionId } },
          { subscribe: false },
        );
        const { data } = await dispatch(asked);
        const counting = data?.attempts.find(({ counts }) => counts)?.attempt;
        const piece = data?.pieces.find(({ attempt }) => attempt === counting);
        if (piece) fetchAhead(piece);
      }
    };
    void readAhead();
    return () => {
      isLeft = true;
    };
  }, [dispatch, key]);
}
