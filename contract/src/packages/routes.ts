import type { Route } from '../parts/route';

/** The routes of the office's lists. */
export const packagesRoutes = {
  takePackage: { method: 'POST', path: '/api/packages', about: 'school', needs: 'run', takes: 'zip' },
  readPackage: { method: 'GET', path: '/api/packages/:packageId', about: 'school', needs: 'run' },
  applyPackage: {
    method: 'POST',
    path: '/api/packages/:packageId/applied',
    about: 'school',
    needs: 'run',
    takes: 'long',
  },
} as const satisfies Record<string, Route>;
