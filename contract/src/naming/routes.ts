import type { Route } from '../parts/route';

/** The routes of rules and names. */
export const namingRoutes = {
  setRule: { method: 'PUT', path: '/api/courses/:courseId/rules/:subject', about: 'desk', needs: 'run' },
  setOffRule: { method: 'PUT', path: '/api/courses/:courseId/off-rule', about: 'desk', needs: 'run' },
  readNaming: { method: 'GET', path: '/api/courses/:courseId/naming', about: 'desk', needs: 'view' },
  previewRenaming: {
    method: 'POST',
    path: '/api/courses/:courseId/renamings/preview',
    about: 'desk',
    needs: 'run',
    storesNothing: true,
  },
  listRenamings: { method: 'GET', path: '/api/courses/:courseId/renamings', about: 'desk', needs: 'run' },
  startRenaming: { method: 'POST', path: '/api/courses/:courseId/renamings', about: 'desk', needs: 'run' },
  readRenaming: {
    method: 'GET',
    path: '/api/courses/:courseId/renamings/:renamingId',
    about: 'desk',
    needs: 'run',
  },
  cancelRenaming: {
    method: 'DELETE',
    path: '/api/courses/:courseId/renamings/:renamingId',
    about: 'desk',
    needs: 'run',
    storesNothing: true,
  },
  undoRenaming: {
    method: 'POST',
    path: '/api/courses/:courseId/renamings/:renamingId/undo',
    about: 'desk',
    needs: 'run',
  },
  checkNames: { method: 'GET', path: '/api/courses/:courseId/names/check', about: 'desk', needs: 'view' },
  findNames: { method: 'GET', path: '/api/courses/:courseId/names', about: 'desk', needs: 'view' },
  rename: {
    method: 'PUT',
    path: '/api/courses/:courseId/names/:subject/:nameableId',
    about: 'desk',
    needs: 'run',
  },
  makeFolders: { method: 'POST', path: '/api/courses/:courseId/folders', about: 'desk', needs: 'run' },
} as const satisfies Record<string, Route>;
