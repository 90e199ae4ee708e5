import http from 'node:http';

export interface Whole {
  size: number;
  /** The bytes from one place on, at most that many. */
  read: (offset: number, most: number) => Uint8Array | Promise<Uint8Array>;
}

/** Bytes that lie in memory. */
export const inMemory = (bytes: Uint8Array): Whole => ({
  size: bytes.length,
  read: (offset, most) => bytes.subarray(offset, offset + most),
});

/**
 * Sends a file by the resumable protocol, a part at a time (all at once where `part` is left out), and answers the path of
 * its upload. Throws where a part is refused.
 */
export async function sendFile(
  address: string,
  cookie: string,
  metadata: Readonly<Record<string, string>>,
  file: Whole,
  part = Infinity,
): Promise<string> {
  const caller = { Origin: address, Cookie: cookie, 'Tus-Resumable': '1.0.0' };
  const created = await fetch(`${address}/api/uploads`, {
    method: 'POST',
    headers: {
      ...caller,
      'Upload-Length': String(file.size),
      'Upload-Metadata': Object.entries(metadata)
        .map(([key, value]) => `${key} ${Buffer.from(value).toString('base64')}`)
        .join(','),
    },
  });
  if (created.status !== 201) throw new Error(`upload: ${created.status} ${await created.text()}`);
  const where = created.headers.get('location')!;
  for (let offset = 0; offset < file.size;) {
    const bytes = await file.read(offset, part);
    const headers = { ...caller, 'Content-Type': 'application/offset+octet-stream' };
    const status = await sendPart(address + where, { ...headers, 'Upload-Offset': String(offset) }, bytes);
    if (status !== 204) throw new Error(`upload: ${status}`);
    offset += bytes.length;
  }
  return where;
}

/** One request with bytes, by plain Node: `fetch` would spend more on them than the server that is measured. */
export function sendPart(
  url: string,
  headers: Record<string, string>,
  bytes: Uint8Array,
): Promise<number | undefined> {
  return new Promise((resolve, reject) => {
    http
      .request(url, { method: 'PATCH', headers: { ...headers, 'Content-Length': String(bytes.length) } })
      .on('response', (response) => response.resume().on('end', () => resolve(response.statusCode)))
      .on('error', reject)
      .end(bytes);
  });
}
