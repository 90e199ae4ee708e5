import { useSyncExternalStore } from 'react';
import type { BodyFor } from '@vestibul/contract';
import type { CourseId, PileId } from '@vestibul/core';
import { api } from './api';
import type { PageFailure } from './contractQuery';
import { sendFile } from './sendFile';
import { store } from './store';

/** A file with the path that it has in what was dropped. */
export interface PileFile {
  file: File;
  path: string;
}

/** How far a pile is on its way from this page. */
export interface Sending {
  sent: number;
  total: number;
  /** What was not taken, each with the reason. */
  failed: { path: string; failure: PageFailure }[];
}

/** Files sent at the same time; more would only share the same line. */
const AT_ONCE = 3;

const sendings = new Map<PileId, Sending>();
const listeners = new Set<() => void>();

function change(id: PileId, sending: Sending): void {
  sendings.set(id, sending);
  for (const hear of listeners) hear();
}

function subscribe(hear: () => void): () => void {
  listeners.add(hear);
  return () => listeners.delete(hear);
}

/** What this page is sending or has sent of a pile; it goes on while other pages of the application are open. */
export function useSending(id: PileId | undefined): Sending | undefined {
  return useSyncExternalStore(subscribe, () => (id === undefined ? undefined : sendings.get(id)));
}

/** Whether this page is sending any pile. */
export function useIsSending(): boolean {
  return useSyncExternalStore(subscribe, () =>
    [...sendings.values()].some(({ sent, failed, total }) => sent + failed.length < total),
  );
}

/** Begins a pile and sends its files, some at a time. Resolves once the pile is made. */
export async function sendPile(
  courseId: CourseId,
  files: readonly PileFile[],
  known: BodyFor<'makePile'>,
): Promise<PileId | { failure: unknown }> {
  const made = await store.dispatch(api.endpoints.makePile.initiate({ params: { courseId }, body: known }));
  if (!made.data) return { failure: made.error };
  const { id } = made.data;
  change(id, { sent: 0, total: files.length, failed: [] });
  void sendAll(id, files);
  return id;
}

async function sendAll(id: PileId, files: readonly PileFile[]): Promise<void> {
  const queue = [...files];
  const work = async () => {
    for (let next = queue.shift(); next; next = queue.shift()) {
      const { file, path } = next;
      const result = await sendFile({ pileId: id }, file, () => {}, path);
      const before = sendings.get(id)!;
      change(
        id,
        'failure' in result
          ? { ...before, failed: [...before.failed, { path, failure: result.failure }] }
          : { ...before, sent: before.sent + 1 },
      );
      // A stopped pile takes nothing more.
      if ('failure' in result && result.failure.code === 'pile-stopped') queue.length = 0;
    }
  };
  await Promise.all(Array.from({ length: AT_ONCE }, work));
  await store.dispatch(api.endpoints.endSending.initiate({ params: { pileId: id } }));
}
