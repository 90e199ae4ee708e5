import type { Route } from '../parts/route';

/** The routes of what is on its way, in a tray or in the drawer. */
export const intakeRoutes = {
  readTrouble: { method: 'GET', path: '/api/trouble', about: 'school', needs: 'run' },
  listMyLoose: { method: 'GET', path: '/api/me/loose', about: 'drawer', needs: 'own' },
  readMyFile: {
    method: 'GET',
    path: '/api/me/files/:fileId/bytes',
    about: 'drawer',
    needs: 'own',
    answers: 'bytes',
  },
  dropFile: { method: 'DELETE', path: '/api/me/files/:fileId', about: 'drawer', needs: 'own' },
  addLink: {
    method: 'POST',
    path: '/api/assignments/:assignmentId/links',
    about: 'tray',
    needs: 'own',
  },
  startText: {
    method: 'POST',
    path: '/api/assignments/:assignmentId/texts',
    about: 'tray',
    needs: 'own',
  },
  readText: { method: 'GET', path: '/api/uploads/:uploadId/text', about: 'upload', needs: 'own' },
  writeText: {
    method: 'PUT',
    path: '/api/uploads/:uploadId/text',
    about: 'upload',
    needs: 'own',
    takes: 'long',
  },
  addFromDrawer: {
    method: 'POST',
    path: '/api/assignments/:assignmentId/from-drawer',
    about: 'tray',
    needs: 'own',
  },
  orderTray: {
    method: 'PUT',
    path: '/api/assignments/:assignmentId/tray',
    about: 'tray',
    needs: 'own',
  },
  describeUploads: {
    method: 'OPTIONS',
    path: '/api/uploads',
    about: 'school',
    needs: 'none',
    answers: 'tus',
  },
  createUpload: {
    method: 'POST',
    path: '/api/uploads',
    about: 'sending',
    needs: 'add',
    answers: 'tus',
  },
  readUpload: {
    method: 'HEAD',
    path: '/api/uploads/:uploadId',
    about: 'upload',
    needs: 'own',
    answers: 'tus',
  },
  sendUpload: {
    method: 'PATCH',
    path: '/api/uploads/:uploadId',
    about: 'upload',
    needs: 'own',
    answers: 'tus',
  },
  endUpload: { method: 'POST', path: '/api/uploads/:uploadId/end', about: 'upload', needs: 'own' },
  dropUpload: {
    method: 'DELETE',
    path: '/api/uploads/:uploadId',
    about: 'upload',
    needs: 'own',
    answers: 'nothing',
  },
} as const satisfies Record<string, Route>;
