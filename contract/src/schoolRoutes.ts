import { anyone, office, setsUp, type Route } from './route';

/** The routes of the school itself, its years, and what it says of itself to other programs. */
export const schoolRoutes = {
  readOpenApi: {
    method: 'GET',
    path: '/api/openapi.json',
    about: 'school',
    who: anyone,
    answers: 'bytes',
  },

  changeSchool: { method: 'PUT', path: '/api/school', about: 'school', who: office },
  listYears: { method: 'GET', path: '/api/years', about: 'school', who: setsUp },
  makeYear: { method: 'POST', path: '/api/years', about: 'school', who: setsUp },
  changeYear: { method: 'PUT', path: '/api/years/:yearId', about: 'school', who: office },
  planYear: { method: 'GET', path: '/api/years/:yearId/plan', about: 'school', who: setsUp },
  beginYear: {
    method: 'POST',
    path: '/api/years/:yearId/courses',
    about: 'school',
    who: setsUp,
    takes: 'long',
  },
} as const satisfies Record<string, Route>;
