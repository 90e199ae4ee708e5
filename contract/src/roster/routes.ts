import type { Route } from '../parts/route';

/** The routes of who is in a course. */
export const rosterRoutes = {
  listAccountRequests: { method: 'GET', path: '/api/account-requests', about: 'school', needs: 'run' },
  settleAccountRequest: {
    method: 'POST',
    path: '/api/account-requests/:requestId',
    about: 'school',
    needs: 'run',
  },
  askOffice: {
    method: 'POST',
    path: '/api/courses/:courseId/account-requests',
    about: 'desk',
    needs: 'run',
  },
  makeSlips: { method: 'POST', path: '/api/courses/:courseId/slips', about: 'course', needs: 'run' },
  readRoster: {
    method: 'GET',
    path: '/api/courses/:courseId/roster',
    about: 'course',
    needs: 'view',
  },
  readPeopleFile: {
    method: 'GET',
    path: '/api/courses/:courseId/people',
    about: 'course',
    needs: 'view',
    answers: 'bytes',
  },
  previewRoster: {
    method: 'POST',
    path: '/api/courses/:courseId/roster/preview',
    about: 'course',
    needs: 'run',
    takes: 'long',
  },
  joinRoster: {
    method: 'POST',
    path: '/api/courses/:courseId/roster',
    about: 'course',
    needs: 'run',
    takes: 'long',
  },
  moveStudents: {
    method: 'POST',
    path: '/api/courses/:courseId/roster/moves',
    about: 'course',
    needs: 'run',
  },
  leaveCourse: {
    method: 'POST',
    path: '/api/courses/:courseId/students/:studentId/leaving',
    about: 'course',
    needs: 'run',
  },
  comeBack: {
    method: 'DELETE',
    path: '/api/courses/:courseId/students/:studentId/leaving',
    about: 'course',
    needs: 'run',
  },
  previewStudent: {
    method: 'POST',
    path: '/api/courses/:courseId/students/:studentId/preview',
    about: 'course',
    needs: 'run',
  },
  changeStudent: {
    method: 'PUT',
    path: '/api/courses/:courseId/students/:studentId',
    about: 'course',
    needs: 'run',
  },
} as const satisfies Record<string, Route>;
