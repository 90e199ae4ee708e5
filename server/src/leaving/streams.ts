import { caller, type Call, type StreamHandlers } from '../platform/http/call';
import { sendZip } from '../platform/http/sendZip';
import { takeAlong } from './takeAlong';

async function sendAllMine(call: Call<'readAllMine'>): Promise<void> {
  const { school, response } = call;
  await sendZip(response, `My work ${school.now().slice(0, 10)}.zip`, await takeAlong(school, caller(call)));
}

export const leavingStreams = { readAllMine: sendAllMine } satisfies Partial<StreamHandlers>;
