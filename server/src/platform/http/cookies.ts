import { parseCookie, stringifySetCookie } from 'cookie';
import type { Request, Response } from 'express';

/** A token that a browser keeps: what it is called, where it is sent, and for how many seconds it is kept. */
export interface Cookie {
  name: string;
  path: string;
  maxAge: number;
}

export function readCookie(request: Request, { name }: Cookie): string | undefined {
  return parseCookie(request.headers.cookie ?? '')[name];
}

/** Gives the browser a token to keep, out of any script's reach, or (null) takes it away. */
export function setCookie(
  request: Request,
  response: Response,
  { name, path, maxAge }: Cookie,
  token: string | null,
): void {
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
