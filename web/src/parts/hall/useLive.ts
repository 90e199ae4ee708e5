import { useEffect } from 'react';
import { routes, type LiveNotice } from '@vestibul/contract';
import type { CourseId } from '@vestibul/core';
import { tell } from '../messages/Notices';
import { api, putSlot } from '../../state/api';
import { store, useAppDispatch } from '../../state/store';

/** How long notices of a whole course are gathered before it is read again, in milliseconds: thirty students begin at once. */
const GATHER_MS = 1500;

/** Wait before a stream that was refused is opened again, in milliseconds. */
const AGAIN_MS = 5000;

const words = {
  published: (title: string) => `New: ‘${title}’. It is on your Today page.`,
  'handed back': (title: string) => `‘${title}’ was handed back.`,
  'sent back': (title: string) => `‘${title}’ was sent back with a comment. Read it and turn in again.`,
} as const;

function tellWord({ says, title }: Extract<LiveNotice, { kind: 'word' }>): void {
  tell(words[says](title));
}

const isRackOnItsWay = (courseId: CourseId) =>
  api.endpoints.readRack.select({ params: { courseId } })(store.getState()).status === 'pending';

/** Keeps what is on screen true while the page is open: a piece that arrives appears by itself. */
export function useLive(): void {
  const dispatch = useAppDispatch();
  useEffect(() => {
    let stream: EventSource;
    let missedSome = false;
    let gathering: ReturnType<typeof setTimeout> | undefined;
    let again: ReturnType<typeof setTimeout> | undefined;
    const readAgainSoon = () => {
      gathering ??= setTimeout(() => {
        gathering = undefined;
        dispatch(api.util.invalidateTags(['Rack', 'Course', 'Roster', 'Deliveries', 'Table']));
      }, GATHER_MS);
    };
    const open = () => {
      stream = new EventSource(routes.live.path);
      stream.onopen = () => {
        // What was told while the line was down is not told again.
        if (missedSome)
          dispatch(
            api.util.invalidateTags(['Rack', 'Course', 'Roster', 'Submission', 'Mine', 'Tray', 'Ledger']),
          );
        missedSome = false;
      };
      stream.onerror = () => {
        missedSome = true;
        if (stream.readyState !== EventSource.CLOSED) return;
        // Refused, so that the browser does not come back by itself: signed out elsewhere, or the server is only just starting.
        dispatch(api.util.invalidateTags(['Session']));
        again = setTimeout(open, AGAIN_MS);
      };
      stream.onmessage = (message: MessageEvent<string>) => {
        const notice = JSON.parse(message.data) as LiveNotice;
        if (notice.kind === 'slot') {
          dispatch(putSlot(notice.courseId, notice.slot));
          // A rack that is on its way was perhaps read before, and would take the slot back to what it was.
          if (isRackOnItsWay(notice.courseId)) readAgainSoon();
          dispatch(api.util.invalidateTags(['Submission', 'Ledger']));
        } else if (notice.kind === 'word') {
          tellWord(notice);
        } else if (notice.kind === 'mine') {
          dispatch(api.util.invalidateTags(['Mine', 'Tray', 'Submission']));
        } else {
          readAgainSoon();
        }
      };
    };
    open();
    return () => {
      clearTimeout(gathering);
      clearTimeout(again);
      stream.close();
    };
  }, [dispatch]);
}
