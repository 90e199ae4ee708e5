import fs from 'node:fs';
import fsp from 'node:fs/promises';
import path from 'node:path';
import { createHash, randomUUID } from 'node:crypto';
import { Transform, type Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { Sha256 } from '@vestibul/core';
import { LOOK_EVERY, type Room } from './Room';

/** Bytes by their SHA-256. What is in here is never changed, and the same bytes are kept once. */
export class Vault {
  constructor(
    readonly folder: string,
    private readonly room: Pick<Room, 'look'>,
  ) {
    // Nobody but the account that the server runs under looks in here, whatever its mask says.
    fs.mkdirSync(this.#beside, { recursive: true });
    fs.chmodSync(folder, 0o700);
  }

  /** Where files are written before they have a name. */
  get #beside(): string {
    return path.join(this.folder, 'new');
  }

  /** Where bytes with this hash lie, whether or not they are there. */
  pathOf(sha256: Sha256): string {
    return path.join(this.folder, sha256.slice(0, 2), sha256);
  }

  async has(sha256: Sha256): Promise<boolean> {
    return fsp.access(this.pathOf(sha256)).then(
      () => true,
      () => false,
    );
  }

  /**
   * Takes a stream in: written beside, hashed on the way, synced, then given its name. It is looked while bytes come whether
   * there is room for them. Fails with `disk-full`; then nothing is kept.
   */
  async put(bytes: Readable): Promise<{ sha256: Sha256; bytes: number }> {
    const beside = path.join(this.#beside, randomUUID());
    const hash = createHash('sha256');
    let count = 0;
    let looked = -LOOK_EVERY;
    const hashing = new Transform({
      transform: (chunk: Buffer, _encoding, done) => {
        hash.update(chunk);
        count += chunk.length;
        if (count - looked < LOOK_EVERY) return done(null, chunk);
        looked = count;
        this.room.look().then(() => done(null, chunk), done);
      },
    });
    try {
      await pipeline(bytes, hashing, fs.createWriteStream(beside, { flags: 'wx' }));
      const sha256 = hash.digest('hex') as Sha256;
      await this.adopt(beside, sha256);
      return { sha256, bytes: count };
    } finally {
      await fsp.rm(beside, { force: true });
    }
  }

  /**
   * Gives a finished file on the same disk its name in the vault, under the hash that its caller computed. When this
   * returns, the bytes and the name are on the disk. The file stays where it was too: it is its caller's to remove, once
   * what names it here is written down.
   */
  async adopt(file: string, sha256: Sha256): Promise<void> {
    const target = this.pathOf(sha256);
    await syncFile(file);
    await fsp.mkdir(path.dirname(target), { recursive: true });
    try {
      await fsp.link(file, target);
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error;
      // Named anew from now on: what clears away old bytes that nothing names leaves them.
      const now = new Date();
      await fsp.utimes(target, now, now);
    }
    await syncFolder(path.dirname(target));
    await syncFolder(this.folder);
  }

  /** Removes what a crash left of files that were being written. Before anybody writes. */
  async clearUnfinished(): Promise<void> {
    for (const name of await fsp.readdir(this.#beside)) await fsp.rm(path.join(this.#beside, name));
  }
}

async function syncFile(file: string): Promise<void> {
  const handle = await fsp.open(file, 'r+');
  try {
    await handle.sync();
  } finally {
    await handle.close();
  }
}

/** A new name is only on the disk once its folder is: fsync(2). */
async function syncFolder(folder: string): Promise<void> {
  const handle = await fsp.open(folder, 'r');
  try {
    await handle.sync();
  } finally {
    await handle.close();
  }
}
