import express, { type RequestHandler } from 'express';
import { LARGEST_PACKAGE, largestBody, type Route } from '@vestibul/contract';
import { Failure } from '../failure';

/** Deepest nesting that a body of ours has, with room to spare. */
const DEEPEST = 16;

/** Refuses JSON that nests too deeply, in one pass over its bytes and before any of it is parsed (RFC 8259, section 9). */
export function requireShallow(bytes: Uint8Array): void {
  let depth = 0;
  let isText = false;
  for (let at = 0; at < bytes.length; at += 1) {
    const byte = bytes[at];
    if (isText) {
      if (byte === BACKSLASH) at += 1;
      else if (byte === QUOTE) isText = false;
    } else if (byte === QUOTE) isText = true;
    else if (byte === OPEN_OBJECT || byte === OPEN_ARRAY) {
      depth += 1;
      if (depth > DEEPEST) throw new Failure('bad-input', { says: 'It is nested too deeply' });
    } else if (byte === CLOSE_OBJECT || byte === CLOSE_ARRAY) depth -= 1;
  }
}

const [QUOTE, BACKSLASH, OPEN_OBJECT, CLOSE_OBJECT, OPEN_ARRAY, CLOSE_ARRAY] = Buffer.from('"\\{}[]');

/** Refuses a body by the length that its head says; the readers would read all of it before they do. */
function requireShort(limit: number): RequestHandler {
  return (request, _response, next) => {
    if (Number(request.get('content-length') ?? 0) > limit)
      throw new Failure('bad-input', { says: 'It is too long' });
    next();
  };
}

/** What reads the body of a route, bounded in size and depth; none where the protocol of uploads reads it. */
export function bodyReaders(route: Route): RequestHandler[] {
  if (route.answers === 'tus') return [];
  if (route.takes === 'zip')
    return [requireShort(LARGEST_PACKAGE), express.raw({ type: () => true, limit: LARGEST_PACKAGE })];
  const limit = largestBody(route);
  return [
    requireShort(limit),
    express.json({
      limit,
      verify: (_request, _response, bytes) => requireShallow(bytes),
    }),
  ];
}
