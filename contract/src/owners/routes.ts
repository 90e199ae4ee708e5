import type { Route } from '../parts/route';

/** The routes of whose each file is, where it lies and who can open it. */
export const ownersRoutes = {
  listOwners: { method: 'GET', path: '/api/courses/:courseId/owners', about: 'course', needs: 'view' },
  readCustody: {
    method: 'GET',
    path: '/api/courses/:courseId/owners/:ownedId',
    about: 'course',
    needs: 'view',
  },
  keepFiles: { method: 'POST', path: '/api/courses/:courseId/kept', about: 'desk', needs: 'run' },
  endKeeping: { method: 'POST', path: '/api/courses/:courseId/kept/end', about: 'desk', needs: 'run' },
  readKept: {
    method: 'GET',
    path: '/api/courses/:courseId/kept/:ownedId/bytes',
    about: 'desk',
    needs: 'view',
    answers: 'bytes',
  },
} as const satisfies Record<string, Route>;
