import type { DetailedError } from 'tus-js-client';
import { LARGEST_FILE, type ErrorAnswer } from '@vestibul/contract';
import type { PageFailure } from './contractQuery';

/** Bytes in one request: what a lost connection costs at most. */
export const CHUNK = 8 * 1024 * 1024;

/** Why a file can never be taken, which the page knows before it sends a byte; null where it can. */
export function refusal(file: File): PageFailure | null {
  if (file.size === 0) return { code: 'empty-file', details: { name: file.name } };
  if (file.size > LARGEST_FILE) return { code: 'file-too-large', details: { name: file.name } };
  return null;
}

/** Whether what stopped an upload ends without anybody doing something here, so that it is tried again. */
export const passesByItself = ({ code }: PageFailure): boolean =>
  code === 'no-connection' || code === 'disk-full' || code === 'not-signed-in';

/** Why an upload stopped: the server's own code when it refused, else the connection. */
export function failureOf(error: Error | DetailedError): PageFailure {
  const response = 'originalResponse' in error ? error.originalResponse : null;
  if (!response) return { code: 'no-connection', details: {} };
  try {
    return (JSON.parse(response.getBody()) as ErrorAnswer).error;
  } catch {
    const status = response.getStatus();
    return status >= 400 && status < 500 && status !== 409 && status !== 423
      ? { code: 'upload-gone', details: {} }
      : { code: 'no-connection', details: {} };
  }
}
