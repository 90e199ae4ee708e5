import { askOnce } from '../../ui/askWorker';
import type { WhyUnreadable } from '../office/Unreadable';

/** How long a photo is unpacked for, in milliseconds. */
const PATIENCE_MS = 30_000;

/** A photo as every browser shows it (JPEG), or why it cannot be unpacked. */
export type HeicDecoded = Blob | WhyUnreadable;

/** Unpacks a photo (HEIF, ISO/IEC 23008-12) in a worker of its own, whose memory is given back with it. `stop` gives it up. */
export async function decodeHeic(bytes: ArrayBuffer, stop: AbortSignal): Promise<HeicDecoded> {
  const worker = new Worker(new URL('../../../workers/heic.worker.ts', import.meta.url), { type: 'module' });
  const answer = await askOnce<HeicDecoded>(worker, bytes, { patienceMs: PATIENCE_MS, stop });
  return answer ?? 'slow';
}
