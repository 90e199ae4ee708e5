import type { Call, StreamHandlers } from '../platform/http/call';

/** A browser that follows the address in a letter is asked first: what only looks must not stop anything. */
function openStop({ params, response }: Call<'openStop'>): void {
  response.redirect(303, `/no-more/${params.letters}/${params.token}`);
}

export const noticeStreams = { openStop } satisfies Partial<StreamHandlers>;
