import { fork } from 'node:child_process';
import { once } from 'node:events';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { SESSION_COOKIE, readRoster, startSession } from '@vestibul/server';
import { addCourse, addStudents, addTeacher, assign, openServer, openYear } from './furnish';
import { openPlainServer } from './plainServer';
import type { Sending } from './sender';
import { middle, round } from './timing';

const MB = 1024 ** 2;
const SIZE = 192 * MB;
/** The size of one request that the page sends. */
const PART = 8 * MB;
const RUNS = 7;

/** Uploading by the tus protocol until the bytes are safe, against a plain Node server; who sends is a process of its own. */
export async function measureUpload(folder: string): Promise<string[]> {
  const running = await openServer(path.join(folder, 'ours'));
  const { school } = running;
  const { yearId } = openYear(school);
  const teacher = addTeacher(school, 1);
  const made = addCourse(school, teacher, yearId, 'C');
  addStudents(school, teacher, made, 1);
  const [student] = readRoster(school.db, made.course);
  const assignmentId = assign(school, teacher, made, 'W');
  const cookie = `${SESSION_COOKIE}=${startSession(school, student!.id)}`;
  const plain = await openPlainServer(path.join(folder, 'plain'));

  const sender = fork(path.join(path.dirname(fileURLToPath(import.meta.url)), 'sender.mjs'));
  const send = async (sending: Pick<Sending, 'address' | 'cookie' | 'metadata'>) => {
    sender.send({ ...sending, bytes: SIZE, part: PART });
    const [said] = (await once(sender, 'message')) as [{ where: string; ms: number }];
    return said;
  };
  const upload = async () => {
    const { address } = running;
    const { where, ms } = await send({ address, cookie, metadata: { filename: 'x.bin', assignmentId } });
    const headers = { Origin: address, Cookie: cookie, 'Tus-Resumable': '1.0.0' };
    const taken = await fetch(address + where, { method: 'DELETE', headers });
    if (taken.status !== 204) throw new Error(`taking out: ${taken.status}`);
    return ms;
  };
  const baseline = async () => (await send({ address: plain.address, cookie: null, metadata: {} })).ms;

  // One after the other, so that a disk that slows down does so for both.
  const times: { ours: number; plain: number }[] = [];
  await upload();
  await baseline();
  for (let i = 0; i < RUNS; i += 1) times.push({ ours: await upload(), plain: await baseline() });
  sender.disconnect();
  await running.close();
  await plain.close();
  const ours = middle(times.map((time) => time.ours));
  const theirs = middle(times.map((time) => time.plain));
  const speed = (ms: number) => `${round(SIZE / MB / (ms / 1000), 0)} MB/s`;
  return [
    `upload of ${SIZE / MB} MB in parts of ${PART / MB} MB, the client in a process of its own: ${round(ours / theirs, 2)} × plain Node taking, hashing and syncing the same bytes (${speed(ours)} : ${speed(theirs)})`,
  ];
}
