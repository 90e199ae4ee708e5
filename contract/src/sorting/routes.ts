import type { Route } from '../parts/route';

/** The routes of piles and the sorting table. */
export const sortingRoutes = {
  movePlacing: {
    method: 'POST',
    path: '/api/submissions/:submissionId/moving',
    about: 'review',
    needs: 'run',
  },
  decideAgain: {
    method: 'POST',
    path: '/api/deliveries/:deliveryId/deciding-again',
    about: 'delivery',
    needs: 'run',
  },
  listPiles: { method: 'GET', path: '/api/courses/:courseId/piles', about: 'desk', needs: 'view' },
  makePile: { method: 'POST', path: '/api/courses/:courseId/piles', about: 'desk', needs: 'run' },
  readPile: { method: 'GET', path: '/api/piles/:pileId', about: 'pile', needs: 'view' },
  endSending: { method: 'POST', path: '/api/piles/:pileId/sent', about: 'pile', needs: 'run' },
  stopPile: { method: 'DELETE', path: '/api/piles/:pileId', about: 'pile', needs: 'run' },
  readTable: { method: 'GET', path: '/api/courses/:courseId/table', about: 'desk', needs: 'view' },
  listAlike: {
    method: 'GET',
    path: '/api/pile-pieces/:pilePieceId/alike',
    about: 'pile piece',
    needs: 'view',
  },
  sortPieces: { method: 'POST', path: '/api/courses/:courseId/table', about: 'desk', needs: 'run' },
  undoSorting: { method: 'POST', path: '/api/courses/:courseId/table/undo', about: 'desk', needs: 'run' },
  redoSorting: { method: 'POST', path: '/api/courses/:courseId/table/redo', about: 'desk', needs: 'run' },
  listKnownWords: { method: 'GET', path: '/api/courses/:courseId/words', about: 'desk', needs: 'view' },
  forgetWords: {
    method: 'POST',
    path: '/api/courses/:courseId/words/forgotten',
    about: 'desk',
    needs: 'run',
  },
  readPilePiece: {
    method: 'GET',
    path: '/api/pile-pieces/:pilePieceId/bytes',
    about: 'pile piece',
    needs: 'view',
    answers: 'bytes',
  },
} as const satisfies Record<string, Route>;
