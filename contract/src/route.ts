import { roles, type Role } from '@vestibul/core';

/** What the id in a route's path names; it decides towards what somebody's role is reckoned. */
export type RouteSubject =
  | 'school'
  | 'course'
  | 'period'
  | 'assignment'
  | 'submission'
  | 'piece'
  | 'upload'
  | 'blank'
  | 'copy'
  | 'door'
  | 'delivery'
  | 'pile'
  | 'pile piece';

export interface Route {
  method: 'GET' | 'POST' | 'PUT' | 'DELETE' | 'PATCH' | 'HEAD' | 'OPTIONS';
  /** Parameters are written `:courseId`; the one named after the subject decides the role. */
  path: string;
  about: RouteSubject;
  who: readonly Role[];
  /**
   * `bytes` is a file, `events` a stream of server-sent events, `tus` the resumable upload protocol,
   * `nothing` a success without a body (204).
   */
  answers?: 'bytes' | 'events' | 'tus' | 'nothing';
  /** The body is a ZIP file, or a list or text that can be long; all others are short. */
  takes?: 'zip' | 'long';
  /** Its path is all that it takes: whoever has it may call from anywhere, not only from a page of ours. */
  fromAnywhere?: true;
  /** Writes nothing to the database, so it need not wait for somebody who does. */
  storesNothing?: true;
  /** Exists only where the application runs as a demo. */
  demoOnly?: true;
}

/** Largest body of a request, in bytes: what a form holds, and a long list or text written in escapes. */
export const largestBody = (route: Route): number => (route.takes === 'long' ? 4 * 1024 ** 2 : 256 * 1024);

export const anyone: readonly Role[] = roles;
export const signedIn = anyone.filter((role) => role !== 'nobody' && role !== 'guest');
/** Who sees and comments; nobody of them meets a second lock behind what they see. */
export const seesAll: readonly Role[] = ['aide', 'co-teacher', 'teacher'];
/** Who runs a course. */
export const staff: readonly Role[] = ['co-teacher', 'teacher'];
export const seesAllAndOffice: readonly Role[] = [...seesAll, 'office'];
export const staffAndOffice: readonly Role[] = [...staff, 'office'];
export const setsUp: readonly Role[] = ['teacher', 'office'];
export const office: readonly Role[] = ['office'];
export const student: readonly Role[] = ['student'];
