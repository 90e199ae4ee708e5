import type { Response } from 'express';
import { openApi } from '@vestibul/contract/openApi';

/** The version that is told of the routes. */
export const API_VERSION = '0.1.0';

let written: string | undefined;

/** Describes every route to other programs (OpenAPI 3.1). */
export function sendOpenApi(response: Response): void {
  written ??= JSON.stringify(openApi(API_VERSION));
  response
    .set({ 'Content-Type': 'application/json; charset=utf-8', 'Cache-Control': 'no-cache' })
    .end(written);
}
