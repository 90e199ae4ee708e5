import { useState } from 'react';
import type { BodyOf } from '@vestibul/contract';
import type { CourseId, RenamingId } from '@vestibul/core';
import { api, staleNames } from '../../state/api';
import { useAppDispatch } from '../../state/store';
import { sayCount } from '../ui/format';
import { tell, tellFailure } from '../messages/Notices';

/** Between two questions how far it is, in milliseconds. */
const ASK_EVERY = 250;

type Wish = Partial<BodyOf<'startRenaming'>> & Pick<BodyOf<'startRenaming'>, 'subject'>;

export interface RenamingWork {
  id: RenamingId;
  done: number;
  total: number;
}

/** Changes many names as a work that goes on by itself: it can be watched, cancelled, left, and undone with one action. */
export function useRenaming(courseId: CourseId) {
  const [work, setWork] = useState<RenamingWork | null>(null);
  const [begin] = api.useStartRenamingMutation();
  const [undoIt] = api.useUndoRenamingMutation();
  const [stop] = api.useCancelRenamingMutation();
  const dispatch = useAppDispatch();

  /** Asks until it has ended. A page that is left goes on asking, so that its end is told. */
  const follow = async (id: RenamingId) => {
    for (;;) {
      const { data, error } = await dispatch(
        api.endpoints.readRenaming.initiate(
          { params: { courseId, renamingId: id } },
          { forceRefetch: true, subscribe: false },
        ),
      );
      if (!data) {
        setWork(null);
        tellFailure(error);
        return null;
      }
      if (data.state !== 'running') {
        setWork(null);
        dispatch(staleNames());
        return data;
      }
      setWork({ id, done: data.done, total: data.total });
      await new Promise((resolve) => setTimeout(resolve, ASK_EVERY));
    }
  };

  const undo = async (id: RenamingId) => {
    const begun = await undoIt({ params: { courseId, renamingId: id } });
    if (begun.error) return tellFailure(begun.error);
    const end = await follow(begun.data.id);
    if (end?.state === 'done') {
      const stayed = end.stayed > 0 ? ` ${sayCount(end.stayed, 'was', 'were')} changed since and stay.` : '';
      tell(`${sayCount(end.done, 'name is', 'names are')} as before.${stayed}`);
    } else if (end) tell('Nothing was changed.');
  };

  const start = async (wish: Wish) => {
    const begun = await begin({ params: { courseId }, body: { rule: null, ids: null, ...wish } });
    if (begun.error) {
      tellFailure(begun.error);
      return false;
    }
    const { id } = begun.data;
    setWork({ id, done: 0, total: 0 });
    const end = await follow(id);
    if (end?.state === 'done') tell(`${sayCount(end.done, 'name')} changed.`, () => void undo(id));
    else if (end?.state === 'cancelled') tell('Cancelled. No name was changed.');
    else if (end) tell('Something went wrong. No name was changed; try again.');
    return end?.state === 'done';
  };

  const cancel = () => {
    if (work) void stop({ params: { courseId, renamingId: work.id } });
  };
  return { work, start, undo, cancel };
}
