import type { LiveNotice } from '@vestibul/contract';
import { oldBy, type PersonId } from '@vestibul/core';
import { sessionCookie, findSession } from '../sign-in/sessions';
import type { Audience, Notice, Told } from '../platform/live/Bus';
import type { School } from '../platform/School';
import { listWatchers } from '../access/access';
import { readSlot } from '../submissions/rack';
import { caller, type Call } from '../platform/http/call';
import { readCookie } from '../platform/http/cookies';
import { all } from '../platform/database/database';
import { forgetGone } from '../review/looking';
import { linesAfter, toldOf } from './tellOfLines';

/** How often the stream says that it is there: proxies close quiet connections, and a page takes a silent one for dead. */
const HEARTBEAT_MS = 20_000;
/** How long a page waits before it opens the stream again, in milliseconds. */
const RETRY_MS = 1500;
/** Lines of the ledger that a page which comes back catches up with; with more it reads everything again. */
const MOST_MISSED = 1000;

/**
 * Server-sent events (HTML Living Standard, section 9.2): what has changed, to whoever may see it. A stream ends with the
 * session that opened it. Each event carries how far its page has heard; who comes back with that hears what it missed.
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
  const send = (notice: LiveNotice) =>
    response.write(`id: ${school.bus.mark()}\ndata: ${JSON.stringify(notice)}\n\n`);
  // An event and no comment, so that the page hears it and knows that the line is not dead, and how far it has heard.
  const beat = () => response.write(`id: ${school.bus.mark()}\nevent: beat\ndata: 1\n\n`);
  const endIfOut = () => {
    if (school.db.open && findSession(school, token) === null) response.end();
  };
  // The browser's own way to say it comes first: the address is that of the time when the page opened the line.
  const mark = request.get('last-event-id') ?? call.query.since;
  if (mark !== undefined) for (const notice of missedSince(school, viewer, mark)) send(notice);
  beat();
  const leave = school.streams.open(viewer, { send, end: () => response.end() });
  const stopWatching = school.rights.watch(viewer, endIfOut);
  const heartbeat = setInterval(() => {
    beat();
    if (school.db.open) forgetGone(school);
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
  school.bus.listen(({ audience, notice }) => {
    for (const viewer of peopleOf(school, audience)) {
      const streams = school.streams.of(viewer);
      if (streams.size === 0) continue;
      const seen = asSeenBy(school, notice, viewer);
      for (const stream of streams) stream.send(seen);
    }
  });
}

/** What somebody has missed since a mark, as far as it is for them now. */
function missedSince(school: School, viewer: PersonId, mark: string): LiveNotice[] {
  const missed = school.bus.since(mark);
  const lines = missed && linesAfter(school, missed.line, MOST_MISSED + 1);
  if (!lines || lines.length > MOST_MISSED) return [{ kind: 'everything' }];
  const told: Told[] = [...toldOf(school, oldBy(lines)), ...missed.unwritten];
  const mine = new Map<string, boolean>();
  const isMine = (audience: Audience) => {
    const key = JSON.stringify(audience);
    const known = mine.get(key) ?? peopleOf(school, audience).includes(viewer);
    mine.set(key, known);
    return known;
  };
  return told
    .filter(({ audience }) => isMine(audience))
    .map(({ notice }) => asSeenBy(school, notice, viewer));
}

/** Asked for each notice, so that who leaves a course's staff hears no more of it at once. */
function peopleOf(school: School, audience: Audience): PersonId[] {
  if ('person' in audience) return [audience.person];
  if ('staffOf' in audience) return listWatchers(school, audience.staffOf);
  return all<{ id: PersonId }>(
    school.db,
    'SELECT student_id AS id FROM enrolment WHERE course_id = ? AND left_at IS NULL',
    [audience.classOf],
  ).map(({ id }) => id);
}

/** What is new is each viewer's own. */
function asSeenBy(school: School, notice: Notice, viewer: PersonId): LiveNotice {
  if (notice.kind !== 'slot') return notice;
  const { courseId: course, studentId: student, assignmentId: assignment } = notice;
  return { ...notice, slot: readSlot(school, { course, student, assignment }, viewer) };
}
