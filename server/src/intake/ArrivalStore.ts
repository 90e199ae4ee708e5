import { createHash, type Hash } from 'node:crypto';
import { Transform, type Readable } from 'node:stream';
import { FileStore } from '@tus/file-store';
import { Upload } from '@tus/utils';
import type { Sha256, UploadId } from '@vestibul/core';
import { findUpload } from '../store/uploads';
import type { School } from '../school';

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

  constructor(private readonly school: School) {
    super({ directory: school.arriving });
  }

  override async write(readable: Readable, id: string, offset: number): Promise<number> {
    const known = this.#running.get(id);
    const running =
      offset === 0 ? { hash: createHash('sha256'), bytes: 0 } : known?.bytes === offset ? known : null;
    if (running) this.#running.set(id, running);
    else this.#running.delete(id);
    const hashing = new Transform({
      transform(chunk: Buffer, _encoding, done) {
        if (running) {
          running.hash.update(chunk);
          running.bytes += chunk.length;
        }
        done(null, chunk);
      },
    });
    readable.on('error', (error) => hashing.destroy(error));
    return super.write(readable.pipe(hashing), id, offset);
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
