import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { AssignmentId, FileId, PersonId } from '@vestibul/core';

/** A file that is on its way, kept by the browser until the school has all of it. */
export interface QueuedFile {
  key: string;
  personId: PersonId;
  assignmentId: AssignmentId | null;
  /** The file of which it is a newer version; what was kept before there were versions does not say. */
  changes?: FileId | null;
  file: File;
  addedAt: number;
}

interface Schema extends DBSchema {
  files: { key: string; value: QueuedFile };
}

/** Larger files are not kept twice on a small device; their upload goes on when the same file is chosen again. */
const LARGEST_KEPT = 300 * 1024 ** 2;

let opened: Promise<IDBPDatabase<Schema>> | undefined;
// A browser whose storage is denied throws where another one answers with a failure: both are the caller's to wait for.
const open = async () =>
  (opened ??= openDB<Schema>('vestibul-uploads', 1, {
    upgrade: (db) => void db.createObjectStore('files', { keyPath: 'key' }),
  }));

/** Keeps a file so that its upload goes on after a closed tab or a restart. A browser that keeps nothing still sends. */
export async function keepFile(queued: QueuedFile): Promise<void> {
  if (queued.file.size > LARGEST_KEPT) return;
  await open()
    .then((db) => db.put('files', queued))
    .catch(() => undefined);
}

export async function forgetFile(key: string): Promise<void> {
  await open()
    .then((db) => db.delete('files', key))
    .catch(() => undefined);
}

/** What somebody's uploads left behind, the first chosen first. What is another's on a shared device is thrown away. */
export async function listKept(person: PersonId): Promise<QueuedFile[]> {
  try {
    const db = await open();
    const all = await db.getAll('files');
    const others = all.filter(({ personId }) => personId !== person);
    await Promise.all(others.map(({ key }) => db.delete('files', key)));
    return all.filter(({ personId }) => personId === person).toSorted((a, b) => a.addedAt - b.addedAt);
  } catch {
    return [];
  }
}
