import type { Route } from '../parts/route';

/** The routes of the ledger. */
export const ledgerRoutes = {
  readLedger: {
    method: 'GET',
    path: '/api/courses/:courseId/ledger',
    about: 'course',
    needs: 'view',
  },
  readHappened: {
    method: 'GET',
    path: '/api/courses/:courseId/happened',
    about: 'course',
    needs: 'view',
  },
} as const satisfies Record<string, Route>;
