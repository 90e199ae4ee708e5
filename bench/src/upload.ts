import { createHash, randomBytes } from 'node:crypto';
import fs from 'node:fs';
import fsp from 'node:fs/promises';
import path from 'node:path';
import { Readable } from 'node:stream';
import { pino } from 'pino';
import {
  SESSION_COOKIE,
  addPerson,
  joinRoster,
  makeAssignment,
  makeCourse,
  makeYear,
  openSchoolRecord,
  readCourse,
  readRoster,
  startServer,
  startSession,
  together,
} from '@vestibul/server';
import type { LocalTime } from '@vestibul/core';
import { median, round } from './timing';

const MB = 1024 ** 2;
const SIZE = 192 * MB;
/** The size of one request that the page sends. */
const PART = 8 * MB;
const RUNS = 5;

/** Uploading by the tus protocol until the bytes are safe, against plain Node writing, hashing and syncing the same bytes. */
export async function measureUpload(folder: string): Promise<string[]> {
  const running = await startServer({
    folder,
    demo: false,
    log: pino({ level: 'silent' }),
    port: 0,
    keepFree: 0,
  });
  const { school } = running;
  const blank = { called: '', username: '', number: '' };
  const teacher = together(school.db, () => {
    openSchoolRecord(school, 'Bench', 'Europe/London');
    return addPerson(school, 'system', { last: 'T', first: '', email: 't@x.example', ...blank }, 'teacher');
  });
  const yearId = makeYear(school, teacher, { label: 'Y', startsOn: '2026-08-25', endsOn: '2027-07-15' });
  const course = makeCourse(school, teacher, {
    yearId,
    title: 'C',
    code: '',
    periods: [{ number: 1, label: '' }],
  });
  const periodId = readCourse(school.db, course, 'teacher').periods[0]!.id;
  const people = [{ last: 'S', first: '', email: 's@x.example', ...blank, periodId, knownId: null }];
  joinRoster(school, teacher, course, { fromList: false, people });
  const [student] = readRoster(school.db, course);
  const dues = [{ periodId, dueLocal: '2030-01-15T23:59' as LocalTime }];
  const assignment = makeAssignment(school, teacher, course, {
    title: 'W',
    shortName: '',
    directions: '',
    dues,
  });
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
