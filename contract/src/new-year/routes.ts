import type { Route } from '../parts/route';

/** The routes of beginning a year. */
export const newYearRoutes = {
  planYear: { method: 'GET', path: '/api/years/:yearId/plan', about: 'school', needs: 'add' },
  beginYear: {
    method: 'POST',
    path: '/api/years/:yearId/courses',
    about: 'school',
    needs: 'add',
    takes: 'long',
  },
} as const satisfies Record<string, Route>;
