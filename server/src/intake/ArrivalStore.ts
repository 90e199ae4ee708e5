import { createHash, type Hash } from 'node:crypto';
import fs from 'node:fs';
import fsp from 'node:fs/promises';
import path from 'node:path';
import { Transform, type Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { FileStore, type Configstore } from '@tus/file-store';
import { ERRORS, Upload } from '@tus/utils';
import type { Sha256, UploadId } from '@vestibul/core';
import { countUpload, findUpload, keepProtocol, protocolOf } from './uploads';
import { Failure, isDiskFull } from '../platform/failure';
import type { School } from '../platform/School';
import type { Checksum } from './checksum';
import { LOOK_EVERY } from '../platform/Room';
import { Turns } from './Turns';

interface Running {
  hash: Hash;
  bytes: number;
}

/** How much more a file of unknown length is given room for at a time, in bytes. */
const STEP = 8 * 1024 ** 2;

/**
 * Where the resumable protocol keeps files on their way. Bytes are hashed while they are written; a hash that
 * lost its thread (the server was restarted in between) is simply not there, and the file is read once more.
 */
export class ArrivalStore extends FileStore {
  readonly #running = new Map<string, Running>();
  readonly #turns = new Turns();

  constructor(
    private readonly school: School,
    /** The checksum that the chunk being written came with. */
    private readonly checksum: () => Checksum | null,
  ) {
    super({ directory: school.arriving, configstore: inDatabase(school) });
  }

  override async write(readable: Readable, id: string, offset: number): Promise<number> {
    const { school } = this;
    const upload = findUpload(school.db, id as UploadId);
    if (!upload || upload.droppedAt !== null) throw new Failure('upload-gone');
    const known = this.#running.get(id);
    const running =
      offset === 0 ? { hash: createHash('sha256'), bytes: 0 } : known?.bytes === offset ? known : null;
    if (running) this.#running.set(id, running);
    else this.#running.delete(id);
    const checksum = this.checksum();
    const checking = checksum && createHash(checksum.algorithm);
    const grows = protocolOf(upload)?.size === undefined;
    let end = offset;
    let room = upload.bytes;
    let looked = offset - LOOK_EVERY;
    const makeRoom = async () => {
      while (grows && end > room) {
        const wanted = Math.min(room + STEP, Math.max(end, school.limits.largestFile));
        await countMore(school, id as UploadId, room, wanted);
        room = wanted;
      }
      if (end - looked < LOOK_EVERY) return;
      looked = end;
      await school.room.look();
    };
    const counting = new Transform({
      transform: (chunk: Buffer, _encoding, done) =>
        this.#turns.take(() => {
          if (running) {
            running.hash.update(chunk);
            running.bytes += chunk.length;
          }
          checking?.update(chunk);
          end += chunk.length;
          school.room.wrote(id, chunk.length);
          if ((!grows || end <= room) && end - looked < LOOK_EVERY) return done(null, chunk);
          makeRoom().then(() => done(null, chunk), done);
        }),
    });
    const file = path.join(this.directory, id);
    try {
      await pipeline(readable, counting, fs.createWriteStream(file, { flags: 'r+', start: offset }));
      if (checking && !checking.digest().equals(checksum.digest)) throw new Failure('checksum-differs');
      return end;
    } catch (error) {
      // Of a chunk that says what it is nothing is kept unless it is that, also of one that was cut off.
      if (checking) {
        this.#running.delete(id);
        await fsp.truncate(file, offset).catch(() => undefined);
      }
      const came = await fsp.stat(file).then(
        ({ size }) => size - offset,
        () => 0,
      );
      // What did not reach the disk is promised still.
      school.room.unwrote(id, end - offset - Math.max(0, came));
      if (error instanceof Failure || isDiskFull(error)) throw error;
      throw ERRORS.FILE_WRITE_ERROR;
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
    try {
      return this.#arrived(id) ?? (await super.getUpload(id));
    } catch (error) {
      // It may have arrived while it was looked for here.
      const arrived = this.#arrived(id);
      if (!arrived) throw error;
      return arrived;
    }
  }

  #arrived(id: string): Upload | null {
    const upload = findUpload(this.school.db, id as UploadId);
    if (!upload || upload.droppedAt !== null) throw ERRORS.FILE_NO_LONGER_EXISTS;
    return upload.arrivedAt ? new Upload({ id, size: upload.bytes, offset: upload.bytes }) : null;
  }
}

/** Gives a file more room than it had, and counts it for that. Fails with `disk-full` and as `countUpload`. */
async function countMore(school: School, id: UploadId, was: number, bytes: number): Promise<void> {
  await school.gate.pass();
  const more = Math.max(0, bytes - was);
  await school.room.promise(id, more);
  try {
    countUpload(school, id, bytes);
  } catch (error) {
    school.room.wrote(id, more);
    throw error;
  }
}

/** Keeps what the protocol knows of a file on its way beside what the school knows of it, safe from the same moment on. */
function inDatabase(school: School): Configstore {
  const { db } = school;
  return {
    get: async (id) => {
      const upload = findUpload(db, id as UploadId);
      const kept = upload && protocolOf(upload);
      return kept ? new Upload({ id, offset: 0, ...kept }) : undefined;
    },
    set: async (id, { size, metadata, creation_date }) => {
      const upload = findUpload(db, id as UploadId);
      if (!upload) throw new Failure('upload-gone');
      // A length that is told late is held to the same limits as one that is told at the start.
      if (size !== undefined && protocolOf(upload)?.size === undefined)
        await countMore(school, upload.id, upload.bytes, size);
      keepProtocol(db, upload.id, { size, metadata, creation_date });
    },
    delete: async () => undefined,
  };
}
