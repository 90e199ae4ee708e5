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

/** Whether an error of the operating system says that there is no room left to write. */
export function isDiskFull(error: unknown): boolean {
  const code = (error as NodeJS.ErrnoException | undefined)?.code;
  return code === 'ENOSPC' || code === 'EDQUOT' || code === 'SQLITE_FULL';
}
