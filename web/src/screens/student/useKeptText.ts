import { useEffect, useState, useSyncExternalStore } from 'react';
import type { UploadId } from '@vestibul/core';
import type { AnswerOf } from '@vestibul/contract';
import { tellFailure } from '../../parts/messages/Notices';
import { api } from '../../state/api';
import { onBackInTouch } from '../../state/backInTouch';
import { browserShelf } from '../../state/browserShelf';
import type { PageFailure } from '../../state/contractQuery';
import { useAppDispatch } from '../../state/store';
import { TextKeeper, type Words } from '../../state/TextKeeper';

/** The keeper of a text that is being written on this page, and how it stands with it. */
export function useKeptText(id: UploadId, school: AnswerOf<'readText'>) {
  const dispatch = useAppDispatch();
  const [send] = api.useWriteTextMutation();
  const [keeper] = useState(
    () =>
      new TextKeeper(
        `vestibul-text-${id}`,
        school,
        async (body) => {
          const { data, error } = await send({ params: { uploadId: id }, body });
          return data ? { data } : { failure: error as PageFailure };
        },
        browserShelf,
      ),
  );
  const state = useSyncExternalStore(keeper.subscribe, keeper.state);

  useEffect(() => {
    // A page that is turned away from may not come back.
    const flush = () => void keeper.flush();
    flush();
    document.addEventListener('visibilitychange', flush);
    const stop = onBackInTouch(flush);
    return () => {
      document.removeEventListener('visibilitychange', flush);
      stop();
      void keeper.flush().then(() => dispatch(api.util.invalidateTags(['Tray', 'Mine'])));
    };
  }, [dispatch, keeper]);

  useEffect(() => {
    if (state.refused) tellFailure(state.refused);
  }, [state.refused]);

  /** Puts these words behind those that another window kept; returns both as one text, or null when they cannot be read. */
  const takeUp = async (words: Words): Promise<string | null> => {
    const read = await dispatch(
      api.endpoints.readText.initiate({ params: { uploadId: id } }, { forceRefetch: true, subscribe: false }),
    );
    if (read.data) return keeper.takeUp(read.data, words);
    tellFailure(read.error);
    return null;
  };
  return { keeper, state, takeUp };
}
