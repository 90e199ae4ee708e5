import { createHash, type Hash } from 'node:crypto';
import fsp from 'node:fs/promises';
import http from 'node:http';
import type { AddressInfo } from 'node:net';
import path from 'node:path';

/**
 * What uploading is compared with: a server of plain Node that writes and hashes what it is sent, in parts of a file by
 * `Upload-Offset`, and syncs the file when `Upload-Length` bytes are there. It checks nothing and keeps nothing else.
 */
export async function openPlainServer(
  folder: string,
): Promise<{ address: string; close: () => Promise<void> }> {
  await fsp.mkdir(folder, { recursive: true });
  const hashes = new Map<string, Hash>();
  const take = async (request: http.IncomingMessage, response: http.ServerResponse) => {
    const name = path.basename(request.url!);
    let offset = Number(request.headers['upload-offset']);
    if (offset === 0) hashes.set(name, createHash('sha256'));
    const hash = hashes.get(name)!;
    const handle = await fsp.open(path.join(folder, name), offset === 0 ? 'w' : 'r+');
    for await (const chunk of request as AsyncIterable<Buffer>) {
      hash.update(chunk);
      await handle.write(chunk, 0, chunk.length, offset);
      offset += chunk.length;
    }
    if (offset === Number(request.headers['upload-length'])) {
      await handle.sync();
      hash.digest();
      hashes.delete(name);
    }
    await handle.close();
    response.writeHead(204).end();
  };
  const server = http.createServer((request, response) => {
    take(request, response).catch((error: Error) => response.destroy(error));
  });
  await new Promise<void>((resolve) => server.listen(0, resolve));
  return {
    address: `http://localhost:${(server.address() as AddressInfo).port}`,
    close: async () => {
      server.closeAllConnections();
      await new Promise((resolve) => server.close(resolve));
    },
  };
}
