import { findOwnFile } from './files';
import { caller, type Call, type StreamHandlers } from '../platform/http/call';
import { sendKept } from '../platform/http/send';

async function sendMyFile(call: Call<'readMyFile'>): Promise<void> {
  const { originalName: name, ...file } = findOwnFile(call.school.db, caller(call).id, call.params.fileId);
  await sendKept(call.school, { ...file, name }, true, call.response);
}

export const intakeStreams = { readMyFile: sendMyFile } satisfies Partial<StreamHandlers>;
