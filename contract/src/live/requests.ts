import { z } from 'zod';

/** What requests about the live stream carry. */
export const liveRequests = {
  /** `since`: how far the page has heard, by the id of the last event; the header Last-Event-ID says it as well. */
  live: { query: z.object({ since: z.string().max(60).optional() }) },
} as const;
