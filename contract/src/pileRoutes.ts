import { seesAll, staff, type Route } from './route';

/** The routes of piles and of the sorting table. */
export const pileRoutes = {
  listPiles: { method: 'GET', path: '/api/courses/:courseId/piles', about: 'course', who: seesAll },
  makePile: { method: 'POST', path: '/api/courses/:courseId/piles', about: 'course', who: staff },
  readPile: { method: 'GET', path: '/api/piles/:pileId', about: 'pile', who: seesAll },
  endSending: { method: 'POST', path: '/api/piles/:pileId/sent', about: 'pile', who: staff },
  stopPile: { method: 'DELETE', path: '/api/piles/:pileId', about: 'pile', who: staff },
  readTable: { method: 'GET', path: '/api/courses/:courseId/table', about: 'course', who: seesAll },
  listAlike: {
    method: 'GET',
    path: '/api/pile-pieces/:pilePieceId/alike',
    about: 'pile piece',
    who: seesAll,
  },
  sortPieces: { method: 'POST', path: '/api/courses/:courseId/table', about: 'course', who: staff },
  undoSorting: { method: 'POST', path: '/api/courses/:courseId/table/undo', about: 'course', who: staff },
  redoSorting: { method: 'POST', path: '/api/courses/:courseId/table/redo', about: 'course', who: staff },
  listKnownWords: { method: 'GET', path: '/api/courses/:courseId/words', about: 'course', who: seesAll },
  forgetWords: {
    method: 'POST',
    path: '/api/courses/:courseId/words/forgotten',
    about: 'course',
    who: staff,
  },
  readPilePiece: {
    method: 'GET',
    path: '/api/pile-pieces/:pilePieceId/bytes',
    about: 'pile piece',
    who: seesAll,
    answers: 'bytes',
  },
} as const satisfies Record<string, Route>;
