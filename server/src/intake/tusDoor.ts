import { AsyncLocalStorage } from 'node:async_hooks';
import type { IncomingMessage, ServerResponse } from 'node:http';
import { EVENTS, Server } from '@tus/server';
import type {
  AssignmentId,
  CourseId,
  FileId,
  PersonId,
  PileId,
  SubmissionId,
  UploadId,
} from '@vestibul/core';
import { LARGEST_FILE, uploadMetadata, type ErrorCode } from '@vestibul/contract';
import { Failure, isDiskFull } from '../platform/failure';
import { parseInput } from '../platform/http/parseInput';
import type { School } from '../platform/School';
import { newId } from '../platform/newId';
import { requireSize } from './uploadMeasures';
import { startUpload, type UploadRow } from './uploads';
import type { VisitRow } from '../doors/visits';
import { ArrivalStore } from './ArrivalStore';
import { checksumAlgorithms, readChecksum, type Checksum } from './checksum';
import { receiveFile } from './receive';

/** Who sends: somebody signed in, a guest of a side door, or somebody who is both. */
export interface Sender {
  by: PersonId | null;
  visit: VisitRow | null;
}

export interface TusDoor {
  /** Answers one request of the resumable protocol for somebody who may make it. */
  handle: (
    sender: Sender,
    /** Which upload the caller was let in to; null where a new one is made. */
    id: UploadId | null,
    request: IncomingMessage,
    response: ServerResponse,
  ) => Promise<void>;
}

/** What a sender names a file to be for. */
export interface NamedPurpose {
  assignmentId?: AssignmentId | undefined;
  courseId?: CourseId | undefined;
  door?: string | undefined;
  pileId?: PileId | undefined;
  submissionId?: SubmissionId | undefined;
  fileId?: FileId | undefined;
}

/** What a file is for, as it is kept. */
export type Purpose = Pick<UploadRow, 'byId'> &
  Partial<Pick<UploadRow, 'assignmentId' | 'courseId' | 'visitId' | 'pileId' | 'submissionId' | 'fileId'>>;

/** The path that upload addresses are made under. */
export const UPLOADS_PATH = '/api/uploads';

/** The version of the protocol that is spoken (tus.io, resumable upload protocol 1.0.0). */
export const TUS_VERSION = '1.0.0';

/** Answers what of the protocol this server speaks (tus 1.0.0, OPTIONS). */
export function describeTus(response: ServerResponse): void {
  response
    .writeHead(204, {
      'Tus-Resumable': TUS_VERSION,
      'Tus-Version': TUS_VERSION,
      'Tus-Max-Size': String(LARGEST_FILE),
      'Tus-Extension': 'creation,creation-with-upload,creation-defer-length,checksum,termination',
      'Tus-Checksum-Algorithm': checksumAlgorithms.join(','),
    })
    .end();
}

/** How long a request whose connection went quiet may hold its upload after another asks for it, in milliseconds. */
const DRAIN_MS = 2000;

/** The door for files: the tus protocol 1.0, each upload noted when it starts and taken into the vault when it is whole. */
export function makeTusDoor(
  school: School,
  {
    requirePurpose,
    onArrival,
  }: {
    /** Says what a file is for, and fails where its sender may not send it there. */
    requirePurpose: (school: School, sender: Sender, named: NamedPurpose) => Purpose;
    onArrival: (upload: UploadId) => void;
  },
): TusDoor {
  const caller = new AsyncLocalStorage<{
    sender: Sender;
    id: UploadId | null;
    checksum: Checksum | null;
  }>();
  const store = new ArrivalStore(school, () => caller.getStore()?.checksum ?? null);
  const server = new Server({
    path: UPLOADS_PATH,
    relativeLocation: true,
    datastore: store,
    locker: school.arrivingLocks,
    lockDrainTimeout: DRAIN_MS,
    // The limit is checked in onUploadCreate, where the answer can say it in our words.
    maxSize: LARGEST_FILE,
    namingFunction: () => newId<UploadId>('u'),
    // The upload that the route names and whose caller was checked; the library would look for one in all of the address.
    getFileIdFromRequest: () => caller.getStore()?.id ?? undefined,
    async onUploadCreate(_request, upload) {
      const { sender } = caller.getStore()!;
      const { filename, ...named } = parseInput(uploadMetadata, upload.metadata ?? {});
      const purpose = requirePurpose(school, sender, named);
      if (upload.size === 0) throw new Failure('empty-file', { name: filename });
      // Of a recording nobody knows yet how long it becomes: it is counted and given room while it comes.
      const bytes = upload.size ?? 0;
      requireSize(school, { originalName: filename, ...purpose }, bytes);
      const id = upload.id as UploadId;
      await school.room.promise(id, bytes);
      try {
        const { size, creation_date } = upload;
        startUpload(school, {
          id,
          ...purpose,
          originalName: filename,
          bytes,
          kind: upload.sizeIsDeferred ? 'recording' : 'file',
          protocol: JSON.stringify({ size, metadata: upload.metadata, creation_date }),
        });
      } catch (error) {
        school.room.forget(id);
        throw error;
      }
      return {};
    },
    async onUploadFinish(_request, upload) {
      const id = upload.id as UploadId;
      if (upload.size === 0) throw new Failure('empty-file', { name: String(upload.metadata?.filename) });
      await receiveFile(school, id, store.takeHash(id, upload.size ?? -1));
      onArrival(id);
      return {};
    },
    // The library would answer in plain text; thrown on, it is answered as every other refusal.
    onResponseError: (_request, error) => {
      throw asFailure(error);
    },
  });
  server.on(EVENTS.POST_CREATE, (_request, upload) => onArrival(upload.id as UploadId));
  return {
    async handle(sender, id, request, response) {
      requireHead(request, response);
      try {
        await caller.run({ sender, id, checksum: readChecksum(request.headers['upload-checksum']) }, () =>
          server.handle(request, response),
        );
      } catch (error) {
        // What of its body was not read yet ends with the connection; nobody may send another request on it.
        if (!request.complete) response.setHeader('Connection', 'close');
        throw error;
      }
    },
  };
}

/** What the library refuses, by the status that the protocol has for it. */
const refusals: Readonly<Record<number, ErrorCode>> = {
  403: 'not-allowed',
  404: 'upload-gone',
  409: 'offset-differs',
  410: 'upload-gone',
  413: 'file-too-large',
};

function asFailure(error: unknown): Error {
  if (error instanceof Failure || isDiskFull(error)) return error as Error;
  const { status_code: status, body } = error as { status_code?: number; body?: string };
  if (status === undefined || status >= 500)
    return error instanceof Error ? error : new Error(body ?? String(error));
  return new Failure(refusals[status] ?? 'bad-input', { says: (body ?? '').trim(), name: 'The file' });
}

/** Whether a header is a whole number of bytes as the protocol writes it. */
const isBytes = (value: string) => /^(0|[1-9]\d{0,15})$/.test(value);

/** Refuses a request whose head the protocol does not know, before the library sees it: with the protocol's status and our words. */
function requireHead({ method, headers }: IncomingMessage, response: ServerResponse): void {
  if (headers['tus-resumable'] !== TUS_VERSION) {
    // 412, and the version that is spoken.
    response.setHeader('Tus-Version', TUS_VERSION);
    throw new Failure('other-protocol', { versions: TUS_VERSION });
  }
  if (method === 'PATCH' && headers['content-type'] !== 'application/offset+octet-stream')
    throw new Failure('other-content', { type: 'application/offset+octet-stream' });
  const told: Record<string, unknown> = headers;
  const needed = method === 'PATCH' ? ['upload-offset'] : [];
  const wrong = ['upload-offset', 'upload-length'].find((name) => {
    const value = told[name];
    return value === undefined ? needed.includes(name) : typeof value !== 'string' || !isBytes(value);
  });
  if (wrong) throw new Failure('bad-input', { where: wrong, says: 'It is a whole number of bytes' });
}
