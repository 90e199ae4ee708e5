import type { LiveNotice } from '@vestibul/contract';
import type { PersonId } from '@vestibul/core';
import type { Audience } from '../live/Bus';
import type { School } from '../school';
import { one } from '../store/database';
import { readSlot } from '../store/rack';
import { caller, type Call } from './call';

/** A line of the stream that keeps it open through proxies that close quiet connections, in milliseconds. */
const HEARTBEAT_MS = 20_000;
/** How long a page waits before it opens the stream again, in milliseconds. */
const RETRY_MS = 1500;

/** Server-sent events (HTML Living Standard, section 9.2): what has changed, to whoever may see it. */
export function openLiveStream(call: Call<'live'>): void {
  const { school, response } = call;
  const viewer = caller(call).id;
  response.set({
    'Content-Type': 'text/event-stream',
    'Cache-Control': 'no-store',
    'X-Accel-Buffering': 'no',
  });
  response.flushHeaders();
  response.write(`retry: ${RETRY_MS}\n\n`);
  const stop = school.bus.listen((audience, notice) => {
    if (isFor(school, audience, viewer))
      response.write(`data: ${JSON.stringify(asSeenBy(school, notice, viewer))}\n\n`);
  });
  const heartbeat = setInterval(() => response.write(': still here\n\n'), HEARTBEAT_MS);
  response.on('close', () => {
    clearInterval(heartbeat);
    stop();
  });
}

function isFor(school: School, audience: Audience, viewer: PersonId): boolean {
  if ('person' in audience) return audience.person === viewer;
  // Asked for each notice, so that who leaves a course's staff hears no more of it at once.
  return (
    one(school.db, 'SELECT 1 FROM course_staff WHERE course_id = ? AND person_id = ?', [
      audience.staffOf,
      viewer,
    ]) !== undefined
  );
}

/** What is new is each viewer's own. */
function asSeenBy(school: School, notice: LiveNotice, viewer: PersonId): LiveNotice {
  if (notice.kind !== 'slot' || notice.slot.id === null) return notice;
  return { ...notice, slot: readSlot(school, notice.slot.id, viewer) ?? notice.slot };
}
