import { anyone, office, signedIn, staff, staffAndOffice, type Route } from './route';

/** The routes of signing in, of people's accounts, and of what the office does with them. */
export const accountRoutes = {
  readSession: { method: 'GET', path: '/api/session', about: 'school', who: anyone },
  signIn: { method: 'POST', path: '/api/session', about: 'school', who: anyone },
  signOut: { method: 'DELETE', path: '/api/session', about: 'school', who: anyone },
  listDemoPeople: { method: 'GET', path: '/api/demo/people', about: 'school', who: anyone, demoOnly: true },
  signInAsDemo: { method: 'POST', path: '/api/demo/session', about: 'school', who: anyone, demoOnly: true },
  readWelcome: { method: 'GET', path: '/api/welcome/:token', about: 'school', who: anyone },
  acceptWelcome: { method: 'POST', path: '/api/welcome/:token', about: 'school', who: anyone },
  listPeople: { method: 'GET', path: '/api/people', about: 'school', who: office },
  addPerson: { method: 'POST', path: '/api/people', about: 'school', who: office },
  renewLink: { method: 'POST', path: '/api/people/:personId/link', about: 'school', who: office },

  closeAccount: { method: 'POST', path: '/api/people/:personId/closing', about: 'school', who: office },
  openAccount: { method: 'DELETE', path: '/api/people/:personId/closing', about: 'school', who: office },
  endSessions: { method: 'DELETE', path: '/api/people/:personId/sessions', about: 'school', who: office },
  listAccountRequests: { method: 'GET', path: '/api/account-requests', about: 'school', who: office },
  settleAccountRequest: {
    method: 'POST',
    path: '/api/account-requests/:requestId',
    about: 'school',
    who: office,
  },
  listMySessions: { method: 'GET', path: '/api/me/sessions', about: 'school', who: signedIn },
  endMySessions: { method: 'DELETE', path: '/api/me/sessions', about: 'school', who: signedIn },
  endMySession: { method: 'DELETE', path: '/api/me/sessions/:sessionId', about: 'school', who: signedIn },
  listAccountNews: { method: 'GET', path: '/api/me/account-news', about: 'school', who: signedIn },
  markNewsSeen: { method: 'POST', path: '/api/me/account-news/seen', about: 'school', who: signedIn },

  readTrouble: { method: 'GET', path: '/api/trouble', about: 'school', who: office },

  askOffice: {
    method: 'POST',
    path: '/api/courses/:courseId/account-requests',
    about: 'course',
    who: staff,
  },
  makeSlips: { method: 'POST', path: '/api/courses/:courseId/slips', about: 'course', who: staffAndOffice },
} as const satisfies Record<string, Route>;
