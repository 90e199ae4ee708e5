import { askOnce } from '../../ui/askWorker';
import type { WhyUnreadable } from '../office/Unreadable';
import type { Track } from './measureTrack';

/** How long a walk is read for, in milliseconds. */
const PATIENCE_MS = 20_000;

export type TrackRead = Track | WhyUnreadable;

/** Reads a walk away from the page. `stop` gives it up. */
export async function askTrack(bytes: ArrayBuffer, stop: AbortSignal): Promise<TrackRead> {
  const worker = new Worker(new URL('../../../workers/track.worker.ts', import.meta.url), { type: 'module' });
  const answer = await askOnce<TrackRead>(worker, bytes, { patienceMs: PATIENCE_MS, stop });
  return answer ?? 'slow';
}
