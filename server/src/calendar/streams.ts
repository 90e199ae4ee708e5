import { createHash } from 'node:crypto';
import { readSchool } from '../school/facts';
import { readFeed } from './calendar';
import { runJob } from '../platform/runJob';
import { writeFeed } from './feed';
import type { Call, StreamHandlers } from '../platform/http/call';

async function sendFeed({ school, params, request, response }: Call<'readFeed'>): Promise<void> {
  const name = `${readSchool(school.db)?.name ?? ''}: due`;
  // Whose it is is asked at once; a long one is written in a thread.
  const entries = readFeed(school, params.token);
  const input = { name, entries };
  const text = entries.length > LONG_FEED ? await runJob('writeFeed', input) : writeFeed(input);
  const etag = `"${createHash('sha256').update(text).digest('base64url')}"`;
  response.set({
    'Content-Type': 'text/calendar; charset=utf-8',
    'Cache-Control': 'private, max-age=600',
    ETag: etag,
  });
  // RFC 9110, section 13.1.2: not sent again to a calendar program that has it already, whatever else it asks for.
  const known = (request.get('if-none-match') ?? '').split(',').map((tag) => tag.trim().replace(/^W\//, ''));
  if (known.includes(etag)) response.status(304).end();
  else response.end(text);
}

/** Entries that are written in some 25 ms; a thread would take twice as long for them. */
const LONG_FEED = 1000;

export const calendarStreams = { readFeed: sendFeed } satisfies Partial<StreamHandlers>;
