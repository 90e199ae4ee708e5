import { parseCookie, stringifySetCookie } from 'cookie';
import type { Request, Response } from 'express';
import { DEVICE_COOKIE, SESSION_COOKIE, SESSION_DAYS } from '../auth/sessions';
import { VISIT_COOKIE, VISIT_HOURS } from '../auth/visits';

const HOUR = 3600;

/** The cookies that there are: where each is sent, and for how many seconds it is kept. */
const cookies = {
  [SESSION_COOKIE]: { path: '/', maxAge: SESSION_DAYS * 24 * HOUR },
  [DEVICE_COOKIE]: { path: '/api/session', maxAge: 365 * 24 * HOUR },
  [VISIT_COOKIE]: { path: '/api', maxAge: VISIT_HOURS * HOUR },
} as const;
type CookieName = keyof typeof cookies;

export function readCookie(request: Request, name: CookieName): string | undefined {
  return parseCookie(request.headers.cookie ?? '')[name];
}

/** Gives the browser a token to keep, out of any script's reach, or (null) takes it away. */
export function setCookie(
  request: Request,
  response: Response,
  name: CookieName,
  token: string | null,
): void {
  const { path, maxAge } = cookies[name];
  response.append(
    'Set-Cookie',
    stringifySetCookie({
      name,
      value: token ?? '',
      httpOnly: true,
      sameSite: 'lax',
      secure: request.secure,
      path,
      maxAge: token ? maxAge : 0,
    }),
  );
}
