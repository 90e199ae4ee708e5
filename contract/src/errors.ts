/**
 * Every way in which a request can fail, with its HTTP status. The server turns failures into answers by this
 * table and the web turns them into sentences by it; a code that is not here does not exist.
 */
export const errorStatus = {
  'not-signed-in': 401,
  'wrong-password': 401,
  'too-many-attempts': 429,
  'not-allowed': 403,
  'foreign-origin': 403,
  'not-found': 404,
  'link-used-up': 410,
  'bad-input': 400,
  'bad-rule': 400,
  'bad-list': 400,
  'bad-time-zone': 400,
  'year-over': 409,
  'year-exists': 409,
  'course-exists': 409,
  'period-exists': 409,
  'email-taken': 409,
  'is-the-teacher': 409,
  'not-on-staff': 409,
  'already-on-staff': 409,
  'assignment-exists': 409,
  'has-work': 409,
  'roster-changed': 409,
  'left-course': 409,
  'not-here': 409,
  'nobody-to-hand-out': 409,
  'not-shown': 409,
  'bad-package': 400,
  'package-gone': 410,
  'not-given': 409,
  'nothing-chosen': 400,
  'still-arriving': 409,
  'already-turned-in': 409,
  'upload-gone': 410,
  'empty-file': 400,
  'file-too-large': 413,
  'too-many-files': 409,
  'disk-full': 507,
  'bytes-missing': 500,
  'went-wrong': 500,
} as const satisfies Record<string, number>;

export type ErrorCode = keyof typeof errorStatus;

/** What a sentence may need besides the code: positions, counts, names. */
export type ErrorDetails = Record<string, string | number>;

export interface ErrorAnswer {
  error: { code: ErrorCode; details: ErrorDetails };
}
