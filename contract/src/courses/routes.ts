import type { Route } from '../parts/route';

/** The routes of courses, periods, groups and staff. */
export const coursesRoutes = {
  listCourses: { method: 'GET', path: '/api/courses', about: 'school', needs: 'add' },
  makeCourse: { method: 'POST', path: '/api/courses', about: 'teaching', needs: 'own' },
  changeCourse: { method: 'PUT', path: '/api/courses/:courseId', about: 'course', needs: 'run' },
  giveCourse: { method: 'POST', path: '/api/courses/:courseId/teacher', about: 'course', needs: 'own' },
  addPeriod: { method: 'POST', path: '/api/courses/:courseId/periods', about: 'course', needs: 'run' },
  changePeriod: { method: 'PUT', path: '/api/periods/:periodId', about: 'period', needs: 'run' },
  setGroups: { method: 'PUT', path: '/api/periods/:periodId/groups', about: 'groups', needs: 'run' },
  putInGroup: { method: 'POST', path: '/api/periods/:periodId/groups', about: 'groups', needs: 'run' },
  addStaff: { method: 'POST', path: '/api/courses/:courseId/staff', about: 'course', needs: 'run' },
  changeStaff: {
    method: 'PUT',
    path: '/api/courses/:courseId/staff/:personId',
    about: 'course',
    needs: 'run',
  },
  removeStaff: {
    method: 'DELETE',
    path: '/api/courses/:courseId/staff/:personId',
    about: 'course',
    needs: 'run',
  },
} as const satisfies Record<string, Route>;
