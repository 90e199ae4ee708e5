import { useEffect } from 'react';
import type { SubmissionId } from '@vestibul/core';
import { MOST_AHEAD } from '../piece/ahead';
import { prepare } from '../piece/prepare';
import { api } from '../../state/api';
import { hasWork, type Place } from './courseWork';
import { useAppDispatch } from '../../state/store';

/** Reads the work that comes next in a list before its key is pressed, one after the other. */
export function useNextAhead(following: readonly Place[]): void {
  const dispatch = useAppDispatch();
  const key = following
    .filter(hasWork)
    .slice(0, MOST_AHEAD)
    .map(({ slot }) => slot?.id)
    .join(' ');
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
        if (piece) prepare(piece);
      }
    };
    void readAhead();
    return () => {
      isLeft = true;
    };
  }, [dispatch, key]);
}
