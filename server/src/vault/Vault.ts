import fs from 'node:fs';
import fsp from 'node:fs/promises';
import path from 'node:path';
import { createHash, randomUUID } from 'node:crypto';
import { Transform, type Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { Sha256 } from '@vestibul/core';

/** Bytes by their SHA-256. What is in here is never changed, and the same bytes are kept once. */
export class Vault {
  constructor(readonly folder: string) {
    fs.mkdirSync(path.join(folder, 'new'), { recursive: true });
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

  /** Takes a stream in: written beside, hashed on the way, synced, then given its name. */
  async put(bytes: Readable): Promise<{ sha256: Sha256; bytes: number }> {
    const beside = path.join(this.folder, 'new', randomUUID());
    const hash = createHash('sha256');
    let count = 0;
    const hashing = new Transform({
      transform(chunk: Buffer, _encoding, done) {
        hash.update(chunk);
        count += chunk.length;
        done(null, chunk);
      },
    });
    try {
      await pipeline(bytes, hashing, fs.createWriteStream(beside, { flags: 'wx' }));
      const sha256 = hash.digest('hex') as Sha256;
      await this.adopt(beside, sha256);
      return { sha256, bytes: count };
    } catch (error) {
      await fsp.rm(beside, { force: true });
      throw error;
    }
  }

  /**
   * Makes a finished file on the same disk part of the vault, under the hash that its caller computed.
   * When this returns, the bytes and the name are on the disk and the file is no longer where it was.
   */
  async adopt(file: string, sha256: Sha256): Promise<void> {
    const target = this.pathOf(sha256);
    await syncFile(file);
    await fsp.mkdir(path.dirname(target), { recursive: true });
    try {
      await fsp.link(file, target);
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error;
    }
    await syncFolder(path.dirname(target));
    await syncFolder(this.folder);
    await fsp.rm(file, { force: true });
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
