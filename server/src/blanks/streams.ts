import { findBlank } from './blanks';
import { findCopy } from './copies';
import type { Call, StreamHandlers } from '../platform/http/call';
import { sendKept } from '../platform/http/send';

async function sendCopy({ school, params, response }: Call<'readCopy'>): Promise<void> {
  await sendKept(school, findCopy(school.db, params.copyId), true, response);
}

async function sendBlank({ school, params, response }: Call<'readBlank'>): Promise<void> {
  const { originalName: name, ...file } = findBlank(school.db, params.blankId);
  await sendKept(school, { ...file, name }, true, response);
}

export const blankStreams = { readBlank: sendBlank, readCopy: sendCopy } satisfies Partial<StreamHandlers>;
