import type { Call, StreamHandlers } from '../platform/http/call';
import { Failure } from '../platform/failure';
import { sendKept } from '../platform/http/send';
import { findKept } from './keeping';

async function sendCopy({ school, params, response }: Call<'readKept'>): Promise<void> {
  const kept = findKept(school.db, params.courseId, params.ownedId);
  if (!kept) throw new Failure('not-found', { what: 'file' });
  await sendKept(school, kept, true, response);
}

export const ownersStreams = { readKept: sendCopy } satisfies Partial<StreamHandlers>;
