import fsp from 'node:fs/promises';
import { Failure } from './failure';

/** Bytes that may come before it is looked again how much room there is. */
export const LOOK_EVERY = 4 * 1024 ** 2;

/**
 * How much room the disk has for files. What was promised to a file on its way counts as used from the start, so that many
 * files together cannot take what each of them alone would find free; the reserve stays free for the ledger.
 * The count is shared between threads.
 */
export class Room {
  /** What each file on its way was promised and has not written yet. */
  readonly #open = new Map<string, number>();
  readonly #promised: BigInt64Array;

  constructor(
    private readonly folder: string,
    private readonly limits: { keepFree: number; mostBytes: number | null },
    readonly shared: SharedArrayBuffer = new SharedArrayBuffer(8),
  ) {
    this.#promised = new BigInt64Array(shared);
  }

  /** Promises a file that many bytes more. Fails with `disk-full`; then nothing is promised. */
  async promise(id: string, bytes: number): Promise<void> {
    // Counted first: whoever asks in the same moment sees it.
    this.#add(id, bytes);
    try {
      await this.look();
    } catch (error) {
      this.#add(id, -bytes);
      throw error;
    }
  }

  /** Bytes that were promised lie on the disk now, and the disk says so itself. */
  wrote(id: string, bytes: number): void {
    this.#add(id, -Math.min(bytes, this.#open.get(id) ?? 0));
  }

  /** Bytes that were on their way to the disk did not reach it. */
  unwrote(id: string, bytes: number): void {
    if (this.#open.has(id)) this.#add(id, bytes);
  }

  /** What a file on its way was promised is free again. */
  forget(id: string): void {
    this.#add(id, -(this.#open.get(id) ?? 0));
    this.#open.delete(id);
  }

  /** Bytes promised in all and not written yet. */
  get promised(): number {
    return Number(Atomics.load(this.#promised, 0));
  }

  /** Fails with `disk-full` where less than the reserve would stay free. */
  async look(): Promise<void> {
    if (await this.isFull()) throw new Failure('disk-full');
  }

  /** Whether nothing more is taken in now. */
  async isFull(): Promise<boolean> {
    return (await this.#free()) - this.promised < this.limits.keepFree;
  }

  async #free(): Promise<number> {
    const { bavail, bsize } = await fsp.statfs(this.folder);
    const free = bavail * bsize;
    const { mostBytes } = this.limits;
    return mostBytes === null ? free : Math.min(free, mostBytes - (await bytesIn(this.folder)));
  }

  #add(id: string, bytes: number): void {
    if (bytes === 0) return;
    this.#open.set(id, (this.#open.get(id) ?? 0) + bytes);
    Atomics.add(this.#promised, 0, BigInt(bytes));
  }
}

/** Bytes of all files in a folder and below it. */
async function bytesIn(folder: string): Promise<number> {
  // What has two names for a moment, on its way and in the vault, is there once.
  const sizes = new Map<number, number>();
  for (const entry of await fsp.readdir(folder, { withFileTypes: true, recursive: true })) {
    if (!entry.isFile()) continue;
    // A file that is gone in this moment takes no room.
    const stats = await fsp.stat(`${entry.parentPath}/${entry.name}`).catch(() => null);
    if (stats) sizes.set(stats.ino, stats.size);
  }
  return [...sizes.values()].reduce((sum, size) => sum + size, 0);
}
