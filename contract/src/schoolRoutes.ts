import type { Route } from './route';

/** The routes of the school itself, its years, and what it says of itself to other programs. */
export const schoolRoutes = {
  readOpenApi: {
    method: 'GET',
    path: '/api/openapi.json',
    about: 'school',
    needs: 'none',
    answers: 'bytes',
  },

  changeSchool: { method: 'PUT', path: '/api/school', about: 'school', needs: 'run' },
  listYears: { method: 'GET', path: '/api/years', about: 'school', needs: 'add' },
  makeYear: { method: 'POST', path: '/api/years', about: 'school', needs: 'add' },
  changeYear: { method: 'PUT', path: '/api/years/:yearId', about: 'school', needs: 'run' },
  planYear: { method: 'GET', path: '/api/years/:yearId/plan', about: 'school', needs: 'add' },
  beginYear: {
    method: 'POST',
    path: '/api/years/:yearId/courses',
    about: 'school',
    needs: 'add',
    takes: 'long',
  },
} as const satisfies Record<string, Route>;
