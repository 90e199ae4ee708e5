import type { Route } from '../parts/route';

/** The routes of the school and its years. */
export const schoolRoutes = {
  changeSchool: { method: 'PUT', path: '/api/school', about: 'school', needs: 'run' },
  listYears: { method: 'GET', path: '/api/years', about: 'school', needs: 'add' },
  makeYear: { method: 'POST', path: '/api/years', about: 'school', needs: 'add' },
  changeYear: { method: 'PUT', path: '/api/years/:yearId', about: 'school', needs: 'run' },
} as const satisfies Record<string, Route>;
