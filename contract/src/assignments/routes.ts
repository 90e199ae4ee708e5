import type { Route } from '../parts/route';

/** The routes of assignments and due times. */
export const assignmentsRoutes = {
  makeAssignment: { method: 'POST', path: '/api/courses/:courseId/assignments', about: 'desk', needs: 'run' },
  copyAssignments: {
    method: 'POST',
    path: '/api/courses/:courseId/assignments/copies',
    about: 'desk',
    needs: 'run',
  },
  changeAssignment: {
    method: 'PUT',
    path: '/api/assignments/:assignmentId',
    about: 'assignment',
    needs: 'run',
  },
  dropAssignment: {
    method: 'DELETE',
    path: '/api/assignments/:assignmentId',
    about: 'assignment',
    needs: 'run',
  },
  readAssignment: {
    method: 'GET',
    path: '/api/assignments/:assignmentId',
    about: 'assignment',
    needs: 'view',
  },
  moveDue: {
    method: 'PUT',
    path: '/api/assignments/:assignmentId/dues/:studentId',
    about: 'assignment',
    needs: 'run',
  },
  moveDues: {
    method: 'PUT',
    path: '/api/assignments/:assignmentId/dues',
    about: 'assignment',
    needs: 'run',
  },
} as const satisfies Record<string, Route>;
