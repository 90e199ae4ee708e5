// The sending side of an upload, a process of its own: what it costs to send is not counted as the server's.
import { randomBytes } from 'node:crypto';
import { inMemory, sendFile, sendPart } from './sendFile';

export interface Sending {
  address: string;
  /** Who sends; null for the plain server, which asks nobody. */
  cookie: string | null;
  metadata: Record<string, string>;
  bytes: number;
  part: number;
}

let source = new Uint8Array(0);

async function send({ address, cookie, metadata, bytes, part }: Sending): Promise<string> {
  if (source.length !== bytes) source = new Uint8Array(randomBytes(bytes));
  // Bytes that the vault has already are linked, not written: each run sends its own.
  source[0] = (source[0]! + 1) % 256;
  if (cookie !== null) return sendFile(address, cookie, metadata, inMemory(source), part);
  for (let offset = 0; offset < bytes; offset += part) {
    const headers = { 'Upload-Offset': String(offset), 'Upload-Length': String(bytes) };
    await sendPart(`${address}/plain.bin`, headers, source.subarray(offset, offset + part));
  }
  return '/plain.bin';
}

process.on('message', (sending: Sending) => {
  const started = performance.now();
  send(sending).then(
    (where) => process.send!({ where, ms: performance.now() - started }),
    (error: unknown) => {
      console.error(error);
      process.exit(1);
    },
  );
});
