import type { ErrorCode, ErrorDetails } from '@vestibul/contract';

/** An expected failure on its way to the one place that turns it into an answer. */
export class Failure extends Error {
  constructor(
    readonly code: ErrorCode,
    readonly details: ErrorDetails = {},
    options?: ErrorOptions,
  ) {
    super(code, options);
  }
}

/** Whether an error, of the operating system or our own, says that there is no room left to write. */
export function isDiskFull(error: unknown): boolean {
  if (error instanceof Failure) return error.code === 'disk-full';
  const code = (error as NodeJS.ErrnoException | undefined)?.code;
  return code === 'ENOSPC' || code === 'EDQUOT' || code === 'SQLITE_FULL';
}
