import type { Route } from '../parts/route';

/** The routes of what somebody takes along who leaves. */
export const leavingRoutes = {
  readAllMine: {
    method: 'GET',
    path: '/api/me/everything.zip',
    about: 'drawer',
    needs: 'own',
    answers: 'bytes',
  },
} as const satisfies Record<string, Route>;
