import type { Route } from '../parts/route';

/** The routes of what one page reads of several subjects. */
export const pagesRoutes = {
  readOpenApi: {
    method: 'GET',
    path: '/api/openapi.json',
    about: 'school',
    needs: 'none',
    answers: 'bytes',
  },
  readCourse: { method: 'GET', path: '/api/courses/:courseId', about: 'course', needs: 'view' },
} as const satisfies Record<string, Route>;
