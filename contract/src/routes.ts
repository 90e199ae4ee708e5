import { roles, type Role } from '@vestibul/core';

/** What the id in a route's path names; it decides towards what somebody's role is reckoned. */
export type RouteSubject =
  'school' | 'course' | 'period' | 'assignment' | 'submission' | 'piece' | 'upload' | 'blank' | 'copy';

export interface Route {
  method: 'GET' | 'POST' | 'PUT' | 'DELETE' | 'PATCH' | 'HEAD';
  /** Parameters are written `:courseId`; the one named after the subject decides the role. */
  path: string;
  about: RouteSubject;
  who: readonly Role[];
  /** `bytes` is a file, `events` a stream of server-sent events, `tus` the resumable upload protocol. */
  answers?: 'bytes' | 'events' | 'tus';
  /** The body is a ZIP file, not JSON. */
  takes?: 'zip';
  /** Exists only where the application runs as a demo. */
  demoOnly?: true;
}

const anyone: readonly Role[] = roles;
const signedIn = anyone.filter((role) => role !== 'nobody');
/** Who sees and comments; nobody of them meets a second lock behind what they see. */
const seesAll: readonly Role[] = ['aide', 'co-teacher', 'teacher'];
/** Who runs a course. */
const staff: readonly Role[] = ['co-teacher', 'teacher'];
const seesAllAndOffice: readonly Role[] = [...seesAll, 'office'];
const staffAndOffice: readonly Role[] = [...staff, 'office'];
const setsUp: readonly Role[] = ['teacher', 'office'];
const office: readonly Role[] = ['office'];
const student: readonly Role[] = ['student'];

/** Every route of the server and who may call it. Nothing answers that is not in this table. */
export const routes = {
  readSession: { method: 'GET', path: '/api/session', about: 'school', who: anyone },
  signIn: { method: 'POST', path: '/api/session', about: 'school', who: anyone },
  signOut: { method: 'DELETE', path: '/api/session', about: 'school', who: anyone },
  listDemoPeople: { method: 'GET', path: '/api/demo/people', about: 'school', who: anyone, demoOnly: true },
  signInAsDemo: { method: 'POST', path: '/api/demo/session', about: 'school', who: anyone, demoOnly: true },
  readWelcome: { method: 'GET', path: '/api/welcome/:token', about: 'school', who: anyone },
  acceptWelcome: { method: 'POST', path: '/api/welcome/:token', about: 'school', who: anyone },
  live: { method: 'GET', path: '/api/live', about: 'school', who: signedIn, answers: 'events' },

  changeSchool: { method: 'PUT', path: '/api/school', about: 'school', who: office },
  listPeople: { method: 'GET', path: '/api/people', about: 'school', who: office },
  addPerson: { method: 'POST', path: '/api/people', about: 'school', who: office },
  renewLink: { method: 'POST', path: '/api/people/:personId/link', about: 'school', who: office },

  listYears: { method: 'GET', path: '/api/years', about: 'school', who: setsUp },
  makeYear: { method: 'POST', path: '/api/years', about: 'school', who: setsUp },
  changeYear: { method: 'PUT', path: '/api/years/:yearId', about: 'school', who: office },
  planYear: { method: 'GET', path: '/api/years/:yearId/plan', about: 'school', who: setsUp },
  beginYear: { method: 'POST', path: '/api/years/:yearId/courses', about: 'school', who: setsUp },
  listCourses: { method: 'GET', path: '/api/courses', about: 'school', who: setsUp },
  makeCourse: { method: 'POST', path: '/api/courses', about: 'school', who: ['teacher'] },
  readCourse: { method: 'GET', path: '/api/courses/:courseId', about: 'course', who: seesAllAndOffice },
  changeCourse: { method: 'PUT', path: '/api/courses/:courseId', about: 'course', who: staffAndOffice },
  giveCourse: { method: 'POST', path: '/api/courses/:courseId/teacher', about: 'course', who: setsUp },
  addPeriod: { method: 'POST', path: '/api/courses/:courseId/periods', about: 'course', who: staffAndOffice },
  changePeriod: { method: 'PUT', path: '/api/periods/:periodId', about: 'period', who: staffAndOffice },
  setGroups: { method: 'PUT', path: '/api/periods/:periodId/groups', about: 'period', who: staff },
  putInGroup: { method: 'POST', path: '/api/periods/:periodId/groups', about: 'period', who: staff },
  addStaff: { method: 'POST', path: '/api/courses/:courseId/staff', about: 'course', who: staffAndOffice },
  changeStaff: {
    method: 'PUT',
    path: '/api/courses/:courseId/staff/:personId',
    about: 'course',
    who: staffAndOffice,
  },
  removeStaff: {
    method: 'DELETE',
    path: '/api/courses/:courseId/staff/:personId',
    about: 'course',
    who: staffAndOffice,
  },

  readRoster: {
    method: 'GET',
    path: '/api/courses/:courseId/roster',
    about: 'course',
    who: seesAllAndOffice,
  },
  readPeopleFile: {
    method: 'GET',
    path: '/api/courses/:courseId/people',
    about: 'course',
    who: seesAllAndOffice,
    answers: 'bytes',
  },
  previewRoster: {
    method: 'POST',
    path: '/api/courses/:courseId/roster/preview',
    about: 'course',
    who: staffAndOffice,
  },
  joinRoster: { method: 'POST', path: '/api/courses/:courseId/roster', about: 'course', who: staffAndOffice },
  makeSlips: { method: 'POST', path: '/api/courses/:courseId/slips', about: 'course', who: staffAndOffice },
  leaveCourse: {
    method: 'POST',
    path: '/api/courses/:courseId/students/:studentId/leaving',
    about: 'course',
    who: staffAndOffice,
  },
  comeBack: {
    method: 'DELETE',
    path: '/api/courses/:courseId/students/:studentId/leaving',
    about: 'course',
    who: staffAndOffice,
  },
  previewStudent: {
    method: 'POST',
    path: '/api/courses/:courseId/students/:studentId/preview',
    about: 'course',
    who: staffAndOffice,
  },
  changeStudent: {
    method: 'PUT',
    path: '/api/courses/:courseId/students/:studentId',
    about: 'course',
    who: staffAndOffice,
  },

  setRule: { method: 'PUT', path: '/api/courses/:courseId/rules/:subject', about: 'course', who: staff },
  makeFolders: { method: 'POST', path: '/api/courses/:courseId/folders', about: 'course', who: staff },

  makeAssignment: { method: 'POST', path: '/api/courses/:courseId/assignments', about: 'course', who: staff },
  copyAssignments: {
    method: 'POST',
    path: '/api/courses/:courseId/assignments/copies',
    about: 'course',
    who: staff,
  },
  changeAssignment: {
    method: 'PUT',
    path: '/api/assignments/:assignmentId',
    about: 'assignment',
    who: staff,
  },
  dropAssignment: {
    method: 'DELETE',
    path: '/api/assignments/:assignmentId',
    about: 'assignment',
    who: staff,
  },
  readAssignment: {
    method: 'GET',
    path: '/api/assignments/:assignmentId',
    about: 'assignment',
    who: seesAll,
  },
  moveDue: {
    method: 'PUT',
    path: '/api/assignments/:assignmentId/dues/:studentId',
    about: 'assignment',
    who: staff,
  },

  listBlanks: { method: 'GET', path: '/api/courses/:courseId/blanks', about: 'course', who: seesAll },
  keepBlank: { method: 'POST', path: '/api/courses/:courseId/blanks', about: 'course', who: staff },
  putAwayBlank: { method: 'DELETE', path: '/api/blanks/:blankId', about: 'blank', who: staff },
  readBlank: {
    method: 'GET',
    path: '/api/blanks/:blankId/bytes',
    about: 'blank',
    who: seesAll,
    answers: 'bytes',
  },
  listCopies: { method: 'GET', path: '/api/blanks/:blankId/copies', about: 'blank', who: seesAll },
  handOut: { method: 'POST', path: '/api/blanks/:blankId/copies', about: 'blank', who: staff },
  readCopy: {
    method: 'GET',
    path: '/api/copies/:copyId/bytes',
    about: 'copy',
    who: [...student, ...seesAllAndOffice],
    answers: 'bytes',
  },

  readRack: { method: 'GET', path: '/api/courses/:courseId/rack', about: 'course', who: seesAll },
  readSubmission: {
    method: 'GET',
    path: '/api/submissions/:submissionId',
    about: 'submission',
    who: [...student, ...seesAllAndOffice],
  },
  readPiece: {
    method: 'GET',
    path: '/api/pieces/:pieceId/bytes',
    about: 'piece',
    who: ['classmate', ...student, ...seesAllAndOffice],
    answers: 'bytes',
  },
  markSeen: {
    method: 'POST',
    path: '/api/submissions/:submissionId/seen',
    about: 'submission',
    who: seesAll,
  },
  comment: {
    method: 'POST',
    path: '/api/submissions/:submissionId/comments',
    about: 'submission',
    who: seesAll,
  },
  review: { method: 'POST', path: '/api/submissions/:submissionId/review', about: 'submission', who: staff },
  withdrawReview: {
    method: 'DELETE',
    path: '/api/submissions/:submissionId/review',
    about: 'submission',
    who: staff,
  },
  approve: { method: 'POST', path: '/api/courses/:courseId/approvals', about: 'course', who: staff },
  handBack: { method: 'POST', path: '/api/courses/:courseId/hand-backs', about: 'course', who: staff },

  readLedger: {
    method: 'GET',
    path: '/api/courses/:courseId/ledger',
    about: 'course',
    who: seesAllAndOffice,
  },
  readRecord: {
    method: 'GET',
    path: '/api/courses/:courseId/record.csv',
    about: 'course',
    who: seesAllAndOffice,
    answers: 'bytes',
  },

  readCalendar: { method: 'GET', path: '/api/calendar', about: 'school', who: signedIn },
  readFeedAddress: { method: 'GET', path: '/api/me/feed', about: 'school', who: signedIn },
  renewFeed: { method: 'POST', path: '/api/me/feed', about: 'school', who: signedIn },
  readFeed: { method: 'GET', path: '/api/feeds/:token', about: 'school', who: anyone, answers: 'bytes' },

  listMyAssignments: { method: 'GET', path: '/api/me/assignments', about: 'school', who: student },
  listMyFiles: { method: 'GET', path: '/api/me/files', about: 'school', who: student },
  listMyCopies: { method: 'GET', path: '/api/me/copies', about: 'school', who: student },
  listPeriodPieces: {
    method: 'GET',
    path: '/api/assignments/:assignmentId/pieces',
    about: 'assignment',
    who: student,
  },
  readTray: { method: 'GET', path: '/api/assignments/:assignmentId/tray', about: 'assignment', who: student },
  turnIn: {
    method: 'POST',
    path: '/api/assignments/:assignmentId/turn-ins',
    about: 'assignment',
    who: student,
  },

  createUpload: {
    method: 'POST',
    path: '/api/uploads',
    about: 'school',
    who: ['student', 'teacher'],
    answers: 'tus',
  },
  readUpload: {
    method: 'HEAD',
    path: '/api/uploads/:uploadId',
    about: 'upload',
    who: [...student, ...staff],
    answers: 'tus',
  },
  sendUpload: {
    method: 'PATCH',
    path: '/api/uploads/:uploadId',
    about: 'upload',
    who: [...student, ...staff],
    answers: 'tus',
  },
  dropUpload: {
    method: 'DELETE',
    path: '/api/uploads/:uploadId',
    about: 'upload',
    who: [...student, ...staff],
  },

  takePackage: { method: 'POST', path: '/api/packages', about: 'school', who: office, takes: 'zip' },
  readPackage: { method: 'GET', path: '/api/packages/:packageId', about: 'school', who: office },
  applyPackage: { method: 'POST', path: '/api/packages/:packageId/applied', about: 'school', who: office },
} as const satisfies Record<string, Route>;

export type RouteName = keyof typeof routes;

/** Fills the parameters of a route's path, each encoded. Throws when one is missing. */
export function pathOf(name: RouteName, params: Record<string, string> = {}): string {
  return routes[name].path.replace(/:(\w+)/g, (_, key: string) => {
    const value = params[key];
    if (value === undefined) throw new Error(`the route ${name} needs ${key}`);
    return encodeURIComponent(value);
  });
}
