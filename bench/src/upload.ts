import { createHash, randomBytes } from 'node:crypto';
import fs from 'node:fs';
import fsp from 'node:fs/promises';
import path from 'node:path';
import { Readable } from 'node:stream';
import { SESSION_COOKIE, readRoster, startSession } from '@vestibul/server';
import { addCourse, addStudents, addTeacher, assign, openServer, openYear } from './furnish';
import { median, round } from './timing';

const MB = 1024 ** 2;
const SIZE = 192 * MB;
/** The size of one request that the page sends. */
const PART = 8 * MB;
const RUNS = 5;

/** Uploading by the tus protocol until the bytes are safe, against plain Node writing, hashing and syncing the same bytes. */
export async function measureUpload(folder: string): Promise<string[]> {
  const running = await openServer(folder);
  const { school } = running;
  const { yearId } = openYear(school);
  const teacher = addTeacher(school, 1);
  const made = addCourse(school, teacher, yearId, 'C');
  addStudents(school, teacher, made, 1);
  const [student] = readRoster(school.db, made.course);
  const assignment = assign(school, teacher, made, 'W');
  const cookie = `${SESSION_COOKIE}=${startSession(school, student!.id)}`;

  const base64 = (text: string) => Buffer.from(text).toString('base64');
  const call = (
    method: string,
    target: string,
    headers: Record<string, string>,
    body?: Uint8Array<ArrayBuffer>,
  ) =>
    fetch(running.address + target, {
      method,
      headers: { Origin: running.address, Cookie: cookie, 'Tus-Resumable': '1.0.0', ...headers },
      ...(body ? { body } : {}),
    });
  const source = new Uint8Array(randomBytes(SIZE));
  const upload = async () => {
    // Bytes that the vault has already are linked, not written: each run sends its own.
    source[0] = (source[0]! + 1) % 256;
    const metadata = `filename ${base64('x.bin')},assignmentId ${base64(assignment)}`;
    const created = await call('POST', '/api/uploads', {
      'Upload-Length': String(SIZE),
      'Upload-Metadata': metadata,
    });
    const url = created.headers.get('location')!;
    for (let offset = 0; offset < SIZE; offset += PART) {
      const headers = { 'Upload-Offset': String(offset), 'Content-Type': 'application/offset+octet-stream' };
      const sent = await call('PATCH', url, headers, source.subarray(offset, offset + PART));
      if (sent.status !== 204) throw new Error(`upload failed: ${sent.status} ${await sent.text()}`);
    }
    await call('DELETE', url, {});
  };
  const plain = async () => {
    const file = path.join(folder, 'plain.bin');
    const hash = createHash('sha256');
    const parts = Array.from({ length: SIZE / PART }, (_, i) => source.subarray(i * PART, (i + 1) * PART));
    await fsp.writeFile(
      file,
      Readable.from(parts).map((part: Uint8Array) => {
        hash.update(part);
        return part;
      }),
    );
    hash.digest();
    const handle = await fsp.open(file, 'r+');
    await handle.sync();
    await handle.close();
    fs.rmSync(file);
  };
  await plain();
  await upload();
  const [ours, baseline] = [await median(RUNS, upload), await median(RUNS, plain)];
  await running.close();
  const speed = (ms: number) => `${round(SIZE / MB / (ms / 1000), 0)} MB/s`;
  return [
    `upload of ${SIZE / MB} MB, client and server in one process: ${round(ours / baseline, 2)} × plain Node writing, hashing and syncing the same bytes (${speed(ours)} : ${speed(baseline)})`,
  ];
}
