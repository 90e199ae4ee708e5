import type { Response } from 'express';
import { openApi } from '@vestibul/contract/openApi';
import { SESSION_COOKIE } from './sign-in/sessions';

/** The version that is told of the routes: that of package.json. */
const VERSION = '0.1.0';

let written: string | undefined;

/** Describes every route to other programs (OpenAPI 3.1). */
export function sendOpenApi(response: Response): void {
  written ??= JSON.stringify(openApi({ version: VERSION, cookie: SESSION_COOKIE }));
  response
    .set({ 'Content-Type': 'application/json; charset=utf-8', 'Cache-Control': 'no-cache' })
    .end(written);
}
