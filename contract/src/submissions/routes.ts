import type { Route } from '../parts/route';

/** The routes of what was turned in. */
export const submissionsRoutes = {
  previewDues: {
    method: 'POST',
    path: '/api/assignments/:assignmentId/dues/preview',
    about: 'assignment',
    needs: 'run',
    storesNothing: true,
  },
  readRack: { method: 'GET', path: '/api/courses/:courseId/rack', about: 'desk', needs: 'view' },
  readReceipt: {
    method: 'GET',
    path: '/api/submissions/:submissionId/attempts/:attempt/receipt',
    about: 'submission',
    needs: 'view',
    answers: 'bytes',
  },
  readPiece: {
    method: 'GET',
    path: '/api/pieces/:pieceId/bytes',
    about: 'piece',
    needs: 'view',
    answers: 'bytes',
  },
  markSeen: {
    method: 'POST',
    path: '/api/submissions/:submissionId/seen',
    about: 'review',
    needs: 'comment',
  },
  readRecord: {
    method: 'GET',
    path: '/api/courses/:courseId/record.csv',
    about: 'course',
    needs: 'view',
    answers: 'bytes',
  },
  readProgress: {
    method: 'GET',
    path: '/api/assignments/:assignmentId/progress',
    about: 'assignment',
    needs: 'view',
  },
  readAlike: {
    method: 'GET',
    path: '/api/assignments/:assignmentId/alike',
    about: 'assignment',
    needs: 'view',
  },
  readAlikePair: {
    method: 'GET',
    path: '/api/assignments/:assignmentId/alike/:pieceId/:otherPieceId',
    about: 'assignment',
    needs: 'view',
  },
  readWork: {
    method: 'GET',
    path: '/api/assignments/:assignmentId/work.zip',
    about: 'assignment',
    needs: 'view',
    answers: 'bytes',
  },
  listMyAssignments: { method: 'GET', path: '/api/me/assignments', about: 'drawer', needs: 'own' },
  listMyFiles: { method: 'GET', path: '/api/me/files', about: 'drawer', needs: 'own' },
  listPeriodPieces: {
    method: 'GET',
    path: '/api/assignments/:assignmentId/pieces',
    about: 'period work',
    needs: 'view',
  },
  previewTray: {
    method: 'GET',
    path: '/api/assignments/:assignmentId/preview',
    about: 'assignment',
    needs: 'view',
  },
  readTray: { method: 'GET', path: '/api/assignments/:assignmentId/tray', about: 'tray', needs: 'own' },
  turnIn: {
    method: 'POST',
    path: '/api/assignments/:assignmentId/turn-ins',
    about: 'tray',
    needs: 'own',
  },
  takeBack: {
    method: 'POST',
    path: '/api/submissions/:submissionId/taking-back',
    about: 'submission',
    needs: 'own',
  },
  recordInClass: {
    method: 'POST',
    path: '/api/assignments/:assignmentId/in-class/:studentId',
    about: 'assignment',
    needs: 'run',
  },
  undoInClass: {
    method: 'DELETE',
    path: '/api/submissions/:submissionId/in-class',
    about: 'review',
    needs: 'run',
  },
} as const satisfies Record<string, Route>;
