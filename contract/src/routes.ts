import type { Role } from '@vestibul/core';

/** What the id in a route's path names; it decides towards what somebody's role is reckoned. */
export type RouteSubject = 'school' | 'course' | 'assignment' | 'submission' | 'piece' | 'upload';

export interface Route {
  method: 'GET' | 'POST' | 'PUT' | 'DELETE' | 'PATCH' | 'HEAD';
  /** Parameters are written `:courseId`; the one named after the subject decides the role. */
  path: string;
  about: RouteSubject;
  who: readonly Role[];
  /** `bytes` is a file, `events` a stream of server-sent events, `tus` the resumable upload protocol. */
  answers?: 'bytes' | 'events' | 'tus';
  /** Exists only where the application runs as a demo. */
  demoOnly?: true;
}

const anyone: readonly Role[] = ['nobody', 'outsider', 'student', 'co-teacher', 'teacher', 'office'];
const signedIn: readonly Role[] = ['outsider', 'student', 'co-teacher', 'teacher', 'office'];
const staff: readonly Role[] = ['co-teacher', 'teacher'];
const staffAndOffice: readonly Role[] = ['co-teacher', 'teacher', 'office'];
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

  listPeople: { method: 'GET', path: '/api/people', about: 'school', who: office },
  addPerson: { method: 'POST', path: '/api/people', about: 'school', who: office },
  renewLink: { method: 'POST', path: '/api/people/:personId/link', about: 'school', who: office },

  listYears: { method: 'GET', path: '/api/years', about: 'school', who: setsUp },
  makeYear: { method: 'POST', path: '/api/years', about: 'school', who: setsUp },
  listCourses: { method: 'GET', path: '/api/courses', about: 'school', who: setsUp },
  makeCourse: { method: 'POST', path: '/api/courses', about: 'school', who: ['teacher'] },
  readCourse: { method: 'GET', path: '/api/courses/:courseId', about: 'course', who: staffAndOffice },
  addPeriod: { method: 'POST', path: '/api/courses/:courseId/periods', about: 'course', who: ['teacher'] },
  addStaff: { method: 'POST', path: '/api/courses/:courseId/staff', about: 'course', who: ['teacher'] },

  readRoster: { method: 'GET', path: '/api/courses/:courseId/roster', about: 'course', who: staffAndOffice },
  previewRoster: {
    method: 'POST',
    path: '/api/courses/:courseId/roster/preview',
    about: 'course',
    who: staffAndOffice,
  },
  joinRoster: { method: 'POST', path: '/api/courses/:courseId/roster', about: 'course', who: staffAndOffice },
  makeSlips: { method: 'POST', path: '/api/courses/:courseId/slips', about: 'course', who: staffAndOffice },

  setRule: { method: 'PUT', path: '/api/courses/:courseId/rules/:subject', about: 'course', who: staff },
  makeFolders: { method: 'POST', path: '/api/courses/:courseId/folders', about: 'course', who: staff },

  makeAssignment: { method: 'POST', path: '/api/courses/:courseId/assignments', about: 'course', who: staff },
  changeAssignment: {
    method: 'PUT',
    path: '/api/assignments/:assignmentId',
    about: 'assignment',
    who: staff,
  },
  readAssignment: { method: 'GET', path: '/api/assignments/:assignmentId', about: 'assignment', who: staff },

  readRack: { method: 'GET', path: '/api/courses/:courseId/rack', about: 'course', who: staff },
  readSubmission: {
    method: 'GET',
    path: '/api/submissions/:submissionId',
    about: 'submission',
    who: [...student, ...staff],
  },
  readPiece: {
    method: 'GET',
    path: '/api/pieces/:pieceId/bytes',
    about: 'piece',
    who: [...student, ...staff],
    answers: 'bytes',
  },
  markSeen: { method: 'POST', path: '/api/submissions/:submissionId/seen', about: 'submission', who: staff },
  comment: {
    method: 'POST',
    path: '/api/submissions/:submissionId/comments',
    about: 'submission',
    who: staff,
  },
  review: { method: 'POST', path: '/api/submissions/:submissionId/review', about: 'submission', who: staff },
  withdrawReview: {
    method: 'DELETE',
    path: '/api/submissions/:submissionId/review',
    about: 'submission',
    who: staff,
  },
  handBack: { method: 'POST', path: '/api/courses/:courseId/hand-backs', about: 'course', who: staff },

  readLedger: { method: 'GET', path: '/api/courses/:courseId/ledger', about: 'course', who: staffAndOffice },
  readRecord: {
    method: 'GET',
    path: '/api/courses/:courseId/record.csv',
    about: 'course',
    who: staffAndOffice,
    answers: 'bytes',
  },

  listMyAssignments: { method: 'GET', path: '/api/me/assignments', about: 'school', who: student },
  listMyFiles: { method: 'GET', path: '/api/me/files', about: 'school', who: student },
  readTray: { method: 'GET', path: '/api/assignments/:assignmentId/tray', about: 'assignment', who: student },
  turnIn: {
    method: 'POST',
    path: '/api/assignments/:assignmentId/turn-ins',
    about: 'assignment',
    who: student,
  },

  createUpload: { method: 'POST', path: '/api/uploads', about: 'school', who: student, answers: 'tus' },
  readUpload: {
    method: 'HEAD',
    path: '/api/uploads/:uploadId',
    about: 'upload',
    who: student,
    answers: 'tus',
  },
  sendUpload: {
    method: 'PATCH',
    path: '/api/uploads/:uploadId',
    about: 'upload',
    who: student,
    answers: 'tus',
  },
  dropUpload: { method: 'DELETE', path: '/api/uploads/:uploadId', about: 'upload', who: student },
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
