import type { ErrorAnswer } from '@vestibul/contract';
import type { WhyNot } from '../NotShown';

/** Why a picture, a sound or a video came to nothing: the browser says only that it did. */
export async function whyNot(source: string): Promise<WhyNot> {
  try {
    const response = await fetch(source, { headers: { Range: 'bytes=0-0' }, cache: 'no-store' });
    return response.ok ? 'damaged' : ((await response.json()) as ErrorAnswer).error;
  } catch {
    return { code: 'no-connection', details: {} };
  }
}
