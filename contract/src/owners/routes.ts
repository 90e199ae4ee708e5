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
} as const satisfies Record<string, Route>;
