import type { Level } from '@vestibul/core';

/**
 * What a route is about: something that an id in its path names, or a place of whoever calls. Its level is asked for by the
 * one decision about access. Of a course, `course` is what the office keeps too, `desk` what its staff works with; `groups`
 * are those of a period, `review` what is said of a submission, `tray` and `drawer` the caller's own.
 */
export type RouteSubject =
  | 'school'
  | 'teaching'
  | 'drawer'
  | 'sending'
  | 'course'
  | 'desk'
  | 'period'
  | 'groups'
  | 'assignment'
  | 'tray'
  | 'period work'
  | 'submission'
  | 'review'
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
  /** Parameters are written `:courseId`. */
  path: string;
  about: RouteSubject;
  /** The least that whoever calls must be able to do with what it is about; with `none`, anybody may call. */
  needs: Level;
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
