import { useEffect } from 'react';
import type { CourseId } from '@vestibul/core';
import { api, putSlot, type Slot } from '../state/api';
import { useAppDispatch } from '../state/store';

/** Notes that what is on screen has been seen, once, and takes its tab off the rack. */
export function useSeen(courseId: CourseId, slot: Slot | undefined): void {
  const dispatch = useAppDispatch();
  const [markSeen] = api.useMarkSeenMutation();
  useEffect(() => {
    if (!slot?.id || !slot.unseen) return;
    void markSeen({ params: { submissionId: slot.id } }).then((result) => {
      if (!result.error) dispatch(putSlot(courseId, { ...slot, unseen: false }));
    });
  }, [courseId, slot, markSeen, dispatch]);
}
