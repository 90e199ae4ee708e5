import type { Route } from '../parts/route';

/** The routes of the calendar. */
export const calendarRoutes = {
  readCalendar: { method: 'GET', path: '/api/calendar', about: 'school', needs: 'view' },
  readFeedAddress: { method: 'GET', path: '/api/me/feed', about: 'school', needs: 'view' },
  renewFeed: { method: 'POST', path: '/api/me/feed', about: 'school', needs: 'view' },
  readFeed: { method: 'GET', path: '/api/feeds/:token', about: 'school', needs: 'none', answers: 'bytes' },
} as const satisfies Record<string, Route>;
