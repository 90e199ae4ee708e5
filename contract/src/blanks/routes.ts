import type { Route } from '../parts/route';

/** The routes of what is handed out. */
export const blanksRoutes = {
  listBlanks: { method: 'GET', path: '/api/courses/:courseId/blanks', about: 'desk', needs: 'view' },
  keepBlank: { method: 'POST', path: '/api/courses/:courseId/blanks', about: 'desk', needs: 'run' },
  putAwayBlank: { method: 'DELETE', path: '/api/blanks/:blankId', about: 'blank', needs: 'run' },
  readBlank: {
    method: 'GET',
    path: '/api/blanks/:blankId/bytes',
    about: 'blank',
    needs: 'view',
    answers: 'bytes',
  },
  listCopies: { method: 'GET', path: '/api/blanks/:blankId/copies', about: 'blank', needs: 'view' },
  handOut: { method: 'POST', path: '/api/blanks/:blankId/copies', about: 'blank', needs: 'run' },
  readCopy: {
    method: 'GET',
    path: '/api/copies/:copyId/bytes',
    about: 'copy',
    needs: 'view',
    answers: 'bytes',
  },
  listMyCopies: { method: 'GET', path: '/api/me/copies', about: 'drawer', needs: 'own' },
} as const satisfies Record<string, Route>;
