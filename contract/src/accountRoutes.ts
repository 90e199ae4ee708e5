import type { Route } from './route';

/** The routes of signing in, of people's accounts, and of what the office does with them. */
export const accountRoutes = {
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
  listAccountRequests: { method: 'GET', path: '/api/account-requests', about: 'school', needs: 'run' },
  settleAccountRequest: {
    method: 'POST',
    path: '/api/account-requests/:requestId',
    about: 'school',
    needs: 'run',
  },
  listMySessions: { method: 'GET', path: '/api/me/sessions', about: 'school', needs: 'view' },
  endMySessions: { method: 'DELETE', path: '/api/me/sessions', about: 'school', needs: 'view' },
  endMySession: { method: 'DELETE', path: '/api/me/sessions/:sessionId', about: 'school', needs: 'view' },
  listAccountNews: { method: 'GET', path: '/api/me/account-news', about: 'school', needs: 'view' },
  markNewsSeen: { method: 'POST', path: '/api/me/account-news/seen', about: 'school', needs: 'view' },

  readTrouble: { method: 'GET', path: '/api/trouble', about: 'school', needs: 'run' },

  askOffice: {
    method: 'POST',
    path: '/api/courses/:courseId/account-requests',
    about: 'desk',
    needs: 'run',
  },
  makeSlips: { method: 'POST', path: '/api/courses/:courseId/slips', about: 'course', needs: 'run' },
} as const satisfies Record<string, Route>;
