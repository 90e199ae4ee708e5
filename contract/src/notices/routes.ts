import type { Route } from '../parts/route';

/** The routes of letters. */
export const noticesRoutes = {
  previewReminder: {
    method: 'POST',
    path: '/api/assignments/:assignmentId/reminders/preview',
    about: 'assignment',
    needs: 'run',
    storesNothing: true,
  },
  sendReminder: {
    method: 'POST',
    path: '/api/assignments/:assignmentId/reminders',
    about: 'assignment',
    needs: 'run',
  },
  readNotices: { method: 'GET', path: '/api/me/notices', about: 'school', needs: 'view' },
  setNotices: { method: 'PUT', path: '/api/me/notices', about: 'school', needs: 'view' },
  // Of a letter: a program for mail posts there (RFC 8058), a browser is led to the page that asks first.
  openStop: {
    method: 'GET',
    path: '/api/letters/:letters/:token',
    about: 'school',
    needs: 'none',
    answers: 'bytes',
  },
  stopLetters: {
    method: 'POST',
    path: '/api/letters/:letters/:token',
    about: 'school',
    needs: 'none',
    fromAnywhere: true,
  },
} as const satisfies Record<string, Route>;
