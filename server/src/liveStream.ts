import type { LiveNotice } from '@vestibul/contract';
import type { PersonId } from '@vestibul/core';
import { sessionCookie, findSession } from './sign-in/sessions';
import type { Audience } from './platform/live/Bus';
import type { School } from './platform/School';
import { listWatchers } from './access/access';
import { readSlot } from './submissions/rack';
import { caller, type Call } from './platform/http/call';
import { readCookie } from './platform/http/cookies';

/** How often the stream says that it is there: proxies close quiet connections, and a page takes a silent one for dead. */
const HEARTBEAT_MS = 20_000;
/** How long a page waits before it opens the stream again, in milliseconds. */
const RETRY_MS = 1500;

/**
 * Server-sent events (HTML Living Standard, section 9.2): what has changed, to whoever may see it. A stream ends with the
 * session that opened it.
 */
export function openLiveStream(call: Call<'live'>): void {
  const { school, request, response } = call;
  const viewer = caller(call).id;
  const token = readCookie(request, sessionCookie) ?? '';
  response.set({
    'Content-Type': 'text/event-stream',
    'Cache-Control': 'no-store',
    'X-Accel-Buffering': 'no',
  });
  response.flushHeaders();
  response.write(`retry: ${RETRY_MS}\n\n`);
  const endIfOut = () => {
    if (school.db.open && findSession(school, token) === null) response.end();
  };
  const leave = school.streams.open(viewer, {
    send: (notice) => response.write(`data: ${JSON.stringify(notice)}\n\n`),
    end: () => response.end(),
  });
  const stopWatching = school.rights.watch(viewer, endIfOut);
  const heartbeat = setInterval(() => {
    // An event and no comment, so that the page hears it and knows that the line is not dead.
    response.write('event: beat\ndata: 1\n\n');
    endIfOut();
  }, HEARTBEAT_MS);
  response.on('close', () => {
    clearInterval(heartbeat);
    stopWatching();
    leave();
  });
}

/** Hands every notice to the open streams of whom it is for; who that is, is asked once for each notice. */
export function tellStreams(school: School): void {
  school.bus.listen((audience, notice) => {
    for (const viewer of peopleOf(school, audience)) {
      const streams = school.streams.of(viewer);
      if (streams.size === 0) continue;
      const seen = asSeenBy(school, notice, viewer);
      for (const stream of streams) stream.send(seen);
    }
  });
}

/** Asked for each notice, so that who leaves a course's staff hears no more of it at once. */
function peopleOf(school: School, audience: Audience): PersonId[] {
  if ('person' in audience) return [audience.person];
  return listWatchers(school, audience.staffOf);
}

/** What is new is each viewer's own. */
function asSeenBy(school: School, notice: LiveNotice, viewer: PersonId): LiveNotice {
  if (notice.kind !== 'slot' || !notice.slot?.id) return notice;
  const { courseId: course, studentId: student, assignmentId: assignment } = notice;
  return { ...notice, slot: readSlot(school, { course, student, assignment }, viewer) };
}
