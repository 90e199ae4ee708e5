import { useEffect } from 'react';
import { api, putSlots, type Course, type Slot } from '../../state/api';
import { useAppDispatch } from '../../state/store';

/** Notes that what is on screen has been seen, once, and takes its tab off the rack. */
export function useSeen({ id: courseId, year }: Pick<Course, 'id' | 'year'>, slot: Slot | undefined): void {
  const dispatch = useAppDispatch();
  const [markSeen] = api.useMarkSeenMutation();
  useEffect(() => {
    // A year that is over is looked at without a trace.
    if (!slot?.id || !slot.unseen || year.isOver) return;
    void markSeen({ params: { submissionId: slot.id }, body: { attempts: slot.attempts } }).then((result) => {
      if (!result.error)
        dispatch(putSlots(courseId, [{ ...slot, courseId, slot: { ...slot, unseen: false } }]));
    });
  }, [courseId, year.isOver, slot, markSeen, dispatch]);
}
