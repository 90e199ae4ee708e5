import { AsyncLocalStorage } from 'node:async_hooks';
import fsp from 'node:fs/promises';
import type { IncomingMessage, ServerResponse } from 'node:http';
import { EVENTS, Server } from '@tus/server';
import type { AssignmentId, CourseId, PersonId, UploadId } from '@vestibul/core';
import { LARGEST_FILE, errorStatus, uploadMetadata, type ErrorAnswer } from '@vestibul/contract';
import { Failure, isDiskFull } from '../failure';
import { newId, type School } from '../school';
import { findAssignment } from '../store/assignments';
import { findSitting, requireGiven } from '../store/sitting';
import { roleOnStaff } from '../store/staff';
import { startUpload } from '../store/uploads';
import { requireOpenCourse } from '../store/years';
import { ArrivalStore } from './ArrivalStore';
import { receiveFile } from './receive';

export interface TusDoor {
  /** Answers one request of the resumable protocol for somebody who may make it. */
  handle: (person: PersonId, request: IncomingMessage, response: ServerResponse) => Promise<void>;
}

/** The path that upload addresses are made under. */
export const UPLOADS_PATH = '/api/uploads';

/** How long a request whose connection went quiet may hold its upload after another asks for it, in milliseconds. */
const DRAIN_MS = 2000;

/** The door for files: the tus protocol 1.0, each upload noted when it starts and taken into the vault when it is whole. */
export function makeTusDoor(school: School, onArrival: (upload: UploadId) => void): TusDoor {
  const caller = new AsyncLocalStorage<PersonId>();
  const store = new ArrivalStore(school);
  const server = new Server({
    path: UPLOADS_PATH,
    relativeLocation: true,
    datastore: store,
    lockDrainTimeout: DRAIN_MS,
    // The limit is checked in onUploadCreate, where the answer can say it in our words.
    maxSize: LARGEST_FILE,
    namingFunction: () => newId<UploadId>('u'),
    async onUploadCreate(_request, upload) {
      const by = caller.getStore()!;
      await asTusError(async () => {
        const metadata = uploadMetadata.safeParse(upload.metadata);
        if (!metadata.success || upload.size === undefined) throw new Failure('bad-input');
        const { assignmentId, courseId, filename } = metadata.data;
        const purpose = assignmentId
          ? requireSeat(school, by, assignmentId)
          : requireRunsCourse(school, by, courseId!);
        if (upload.size === 0) throw new Failure('empty-file', { name: filename });
        if (upload.size > school.limits.largestFile) throw new Failure('file-too-large', { name: filename });
        await requireRoom(school, upload.size);
        startUpload(school, {
          id: upload.id as UploadId,
          byId: by,
          ...purpose,
          originalName: filename,
          bytes: upload.size,
        });
      });
      return {};
    },
    async onUploadFinish(_request, upload) {
      const id = upload.id as UploadId;
      await asTusError(async () => {
        await school.gate.pass();
        await receiveFile(school, id, store.takeHash(id, upload.size ?? -1));
      });
      onArrival(id);
      return {};
    },
    onResponseError: (_request, error) =>
      isDiskFull(error) ? tusError(new Failure('disk-full')) : undefined,
  });
  server.on(EVENTS.POST_CREATE, (_request, upload) => onArrival(upload.id as UploadId));
  return {
    handle: (person, request, response) => caller.run(person, () => server.handle(request, response)),
  };
}

/** A file for an assignment's tray comes from a student it is given to; one of another course has no seat to put it on. */
function requireSeat(school: School, by: PersonId, id: AssignmentId): { assignmentId: AssignmentId } {
  const assignment = findAssignment(school.db, id);
  requireOpenCourse(school, assignment.courseId);
  requireGiven(school.db, assignment, findSitting(school.db, assignment.courseId, by), school.now());
  return { assignmentId: id };
}

/** A blank comes from who runs the course. */
function requireRunsCourse(school: School, by: PersonId, courseId: CourseId): { courseId: CourseId } {
  const role = roleOnStaff(school.db, courseId, by);
  if (role !== 'teacher' && role !== 'co-teacher') throw new Failure('not-allowed');
  requireOpenCourse(school, courseId);
  return { courseId };
}

/** Refuses what would not leave the ledger its room. */
async function requireRoom(school: School, bytes: number): Promise<void> {
  const disk = await fsp.statfs(school.arriving);
  if (disk.bavail * disk.bsize < bytes + school.limits.keepFree) throw new Failure('disk-full');
}

/** The protocol's library wants failures as a status and a body; ours carry a code that the page knows. */
function tusError(failure: Failure): { status_code: number; body: string } {
  const answer: ErrorAnswer = { error: { code: failure.code, details: failure.details } };
  return { status_code: errorStatus[failure.code], body: JSON.stringify(answer) };
}

async function asTusError(work: () => Promise<void>): Promise<void> {
  try {
    await work();
  } catch (error) {
    if (error instanceof Failure) throw tusError(error);
    if (isDiskFull(error)) throw tusError(new Failure('disk-full'));
    throw error;
  }
}
