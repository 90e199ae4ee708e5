import type { Route } from '../parts/route';

/** The routes of the live stream. */
export const liveRoutes = {
  live: { method: 'GET', path: '/api/live', about: 'school', needs: 'view', answers: 'events' },
} as const satisfies Record<string, Route>;
