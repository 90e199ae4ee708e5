import { createHash, type Hash } from 'node:crypto';
import fsp from 'node:fs/promises';
import path from 'node:path';
import { Transform, type Readable } from 'node:stream';
import { FileStore } from '@tus/file-store';
import { Upload } from '@tus/utils';
import type { Sha256, UploadId } from '@vestibul/core';
import { findUpload } from '../store/uploads';
import { Failure } from '../failure';
import type { School } from '../school';
import type { Checksum } from './checksum';

interface Running {
  hash: Hash;
  bytes: number;
}

/**
 * Where the resumable protocol keeps files on their way. Bytes are hashed while they are written; a hash that
 * lost its thread (the server was restarted in between) is simply not there, and the file is read once more.
 */
export class ArrivalStore extends FileStore {
  readonly #running = new Map<string, Running>();

  constructor(
    private readonly school: School,
    /** The checksum that the chunk being written came with. */
    private readonly checksum: () => Checksum | null,
  ) {
    super({ directory: school.arriving });
  }

  override async write(readable: Readable, id: string, offset: number): Promise<number> {
    const known = this.#running.get(id);
    const running =
      offset === 0 ? { hash: createHash('sha256'), bytes: 0 } : known?.bytes === offset ? known : null;
    if (running) this.#running.set(id, running);
    else this.#running.delete(id);
    const checksum = this.checksum();
    const checking = checksum && createHash(checksum.algorithm);
    const hashing = new Transform({
      transform(chunk: Buffer, _encoding, done) {
        if (running) {
          running.hash.update(chunk);
          running.bytes += chunk.length;
        }
        checking?.update(chunk);
        done(null, chunk);
      },
    });
    readable.on('error', (error) => hashing.destroy(error));
    const written = super.write(readable.pipe(hashing), id, offset);
    return checking ? this.#checked(written, id, offset, checking, checksum.digest) : written;
  }

  /** Keeps a chunk that is what its sender says; of any other, also of one that was cut off, nothing is kept. */
  async #checked(
    written: Promise<number>,
    id: string,
    offset: number,
    checking: Hash,
    digest: Buffer,
  ): Promise<number> {
    try {
      const end = await written;
      if (!checking.digest().equals(digest)) throw new Failure('checksum-differs');
      return end;
    } catch (error) {
      this.#running.delete(id);
      await fsp.truncate(path.join(this.directory, id), offset);
      throw error;
    }
  }

  /** The hash of a file that came in whole while this server ran; null when it must be computed from the file. */
  takeHash(id: UploadId, bytes: number): Sha256 | null {
    const running = this.#running.get(id);
    this.#running.delete(id);
    return running?.bytes === bytes ? (running.hash.digest('hex') as Sha256) : null;
  }

  /** What has arrived is no longer here but in the vault; its sender is told that every byte is safe. */
  override async getUpload(id: string): Promise<Upload> {
    const upload = findUpload(this.school.db, id as UploadId);
    if (upload?.arrivedAt) return new Upload({ id, size: upload.bytes, offset: upload.bytes });
    return super.getUpload(id);
  }
}
