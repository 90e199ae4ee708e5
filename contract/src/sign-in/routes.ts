import type { Route } from '../parts/route';

/** The routes of signing in and of accounts. */
export const signInRoutes = {
  readSession: { method: 'GET', path: '/api/session', about: 'school', needs: 'none' },
  signIn: { method: 'POST', path: '/api/session', about: 'school', needs: 'none' },
  signOut: { method: 'DELETE', path: '/api/session', about: 'school', needs: 'none' },
  listDemoPeople: { method: 'GET', path: '/api/demo/people', about: 'school', needs: 'none', demoOnly: true },
  signInAsDemo: { method: 'POST', path: '/api/demo/session', about: 'school', needs: 'none', demoOnly: true },
  readWelcome: { method: 'GET', path: '/api/welcome/:token', about: 'school', needs: 'none' },
  acceptWelcome: { method: 'POST', path: '/api/welcome/:token', about: 'school', needs: 'none' },
  listPeople: { method: 'GET', path: '/api/people', about: 'school', needs: 'run' },
  addPerson: { method: 'POST', path: '/api/people', about: 'school', needs: 'run' },
  renewLink: { method: 'POST', path: '/api/people/:personId/link', about: 'school', needs: 'run' },
  closeAccount: { method: 'POST', path: '/api/people/:personId/closing', about: 'school', needs: 'run' },
  openAccount: { method: 'DELETE', path: '/api/people/:personId/closing', about: 'school', needs: 'run' },
  endSessions: { method: 'DELETE', path: '/api/people/:personId/sessions', about: 'school', needs: 'run' },
  listMySessions: { method: 'GET', path: '/api/me/sessions', about: 'school', needs: 'view' },
  endMySessions: { method: 'DELETE', path: '/api/me/sessions', about: 'school', needs: 'view' },
  endMySession: { method: 'DELETE', path: '/api/me/sessions/:sessionId', about: 'school', needs: 'view' },
  listAccountNews: { method: 'GET', path: '/api/me/account-news', about: 'school', needs: 'view' },
  markNewsSeen: { method: 'POST', path: '/api/me/account-news/seen', about: 'school', needs: 'view' },
} as const satisfies Record<string, Route>;
