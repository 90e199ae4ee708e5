import { randomBytes } from 'node:crypto';
import net from 'node:net';
import path from 'node:path';
import { Worker } from 'node:worker_threads';
import { pathOf } from '@vestibul/contract';
import type { PersonId } from '@vestibul/core';
import { SESSION_COOKIE, readRoster, setPasswordHash, startSession, hashPassword } from '@vestibul/server';
import { ZipFile } from 'yazl';
import { buffer } from 'node:stream/consumers';
import { addCourse, addStudents, addTeacher, assign, openServer, openYear } from './furnish';
import { inMemory, sendFile } from './sendFile';
import { round } from './timing';
import { startApart } from './startApart';

const MB = 1024 ** 2;
/** How long each kind of trouble goes on, in milliseconds. */
const SPAN_MS = 8000;
const STRANGERS = 6;

/** What a teacher's page asks while it happens: each in turn, without a pause, from a thread of its own. */
const asker = `
const { parentPort, workerData } = require('node:worker_threads');
let going = true;
parentPort.on('message', () => { going = false; });
(async () => {
  const times = [];
  for (let i = 0; going; i += 1) {
    const started = performance.now();
    const response = await fetch(workerData.urls[i % workerData.urls.length], { headers: { Cookie: workerData.cookie } });
    await response.arrayBuffer();
    if (!response.ok) throw new Error('refused: ' + response.status);
    times.push(performance.now() - started);
  }
  parentPort.postMessage(times);
})();
`;

/** The slowest hundredth of a teacher's requests while something goes on, in milliseconds. */
async function slowest(
  urls: readonly string[],
  cookie: string,
  meanwhile: () => Promise<void>,
): Promise<number> {
  const worker = new Worker(asker, { eval: true, workerData: { urls, cookie } });
  const answered = new Promise<number[]>((resolve, reject) =>
    worker.on('message', resolve).on('error', reject),
  );
  await meanwhile();
  worker.postMessage('stop');
  const times = (await answered).sort((a, b) => a - b);
  await worker.terminate();
  return times[Math.floor(times.length * 0.99)]!;
}

/** Sends requests one after the other from several callers until the time is over; what they are answered is nobody's concern. */
async function flood(send: (n: number) => Promise<unknown>): Promise<void> {
  const until = Date.now() + SPAN_MS;
  let n = 0;
  await Promise.all(
    Array.from({ length: STRANGERS }, async () => {
      while (Date.now() < until) await send((n += 1)).catch(() => undefined);
    }),
  );
}

/**
 * The slowest hundredth of a teacher's requests while a stranger sends wrong sign-ins, deep JSON, made-up links and slow
 * bodies, and while heavy work comes in, each against the same requests alone.
 */
export async function measureAttack(folder: string): Promise<string[]> {
  const data = path.join(folder, 'school');
  const { cookie, course, assignment, students } = await furnish(data);
  const { address, close } = await startApart(data, { VESTIBUL_LOG: 'silent', VESTIBUL_KEEP_FREE: '0' });
  const urls = ['readCourse', 'readRoster', 'listPiles', 'readTable'].map(
    (name) => address + pathOf(name as 'readCourse', { courseId: course }),
  );
  const json = { Origin: address, 'Content-Type': 'application/json' };
  const post = (target: string, body: string, headers: Record<string, string> = {}) =>
    fetch(address + target, { method: 'POST', headers: { ...json, ...headers }, body }).then((response) =>
      response.arrayBuffer(),
    );
  const pause = () => new Promise<void>((resolve) => setTimeout(resolve, SPAN_MS));
  await slowest(urls, cookie, () => new Promise((resolve) => setTimeout(resolve, 2000)));
  const alone = await slowest(urls, cookie, pause);
  const lines: string[] = [];
  const note = async (what: string, meanwhile: () => Promise<void>) => {
    const ms = await slowest(urls, cookie, meanwhile);
    lines.push(`  ${what}: ${round(ms / alone)} × (${round(ms)} ms : ${round(alone)} ms)`);
  };

  await note('wrong sign-ins', () =>
    flood((n) => post('/api/session', JSON.stringify({ signInName: `${n}@x.example`, password: 'guess' }))),
  );
  await note('one account guessed at', () =>
    flood(() => post('/api/session', JSON.stringify({ signInName: 't1@x.example', password: 'guess' }))),
  );
  const deep = '['.repeat(200_000);
  await note('deep JSON to a route that is open', () => flood(() => post('/api/session', deep)));
  const large = '['.repeat(4_000_000);
  await note('deep JSON to one that is not', () =>
    flood(() => post(pathOf('joinRoster', { courseId: course }), large)),
  );
  await note('packages without a session', () => flood(() => post('/api/packages', 'x'.repeat(8 * MB))));
  await note('made-up links', () =>
    flood((n) =>
      post(
        pathOf('acceptWelcome', { token: `made-up-link-number-${n}` }),
        JSON.stringify({ password: 'a sentence' }),
      ),
    ),
  );
  await note('bodies that come byte by byte', () => slowBodies(address));
  await note('a pile of 1,000 files', async () => {
    const zip = await zipOf(students.map(({ username }) => username));
    const pile = (await (
      await fetch(address + pathOf('makePile', { courseId: course }), {
        method: 'POST',
        headers: { ...json, Cookie: cookie },
        body: JSON.stringify({ name: 'pile', assignmentId: assignment }),
      })
    ).json()) as { id: string };
    await sendFile(address, cookie, { filename: 'pile.zip', pileId: pile.id }, inMemory(zip));
    await post(pathOf('endSending', { pileId: pile.id }), '{}', { Cookie: cookie });
    for (;;) {
      const answer = await fetch(address + pathOf('readPile', { pileId: pile.id }), {
        headers: { Cookie: cookie },
      });
      if (((await answer.json()) as { state: string }).state === 'done') return;
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
  });
  const bytes = randomBytes(3 * MB);
  await note('150 students sending 3 MB each', async () => {
    await Promise.all(
      students.map(({ cookie: mine }, i) => {
        const own = Buffer.from(bytes);
        own.writeUInt32LE(i, 0);
        return sendFile(address, mine, { filename: `${i}.bin`, assignmentId: assignment }, inMemory(own));
      }),
    );
  });
  await close();
  return ['the slowest hundredth of a teacher’s requests, against the same alone, while there are', ...lines];
}

/** A course of 150 students with a session each, in a data folder whose server has ended. */
async function furnish(data: string) {
  const { school, close } = await openServer(data);
  const { yearId } = openYear(school);
  const teacher = addTeacher(school, 1);
  setPasswordHash(school.db, teacher, await hashPassword('a long sentence'));
  const made = addCourse(school, teacher, yearId, 'C');
  addStudents(school, teacher, made, 150);
  const assignment = assign(school, teacher, made, 'Stream gauge log');
  const signIn = (id: PersonId) => `${SESSION_COOKIE}=${startSession(school, id)}`;
  const cookie = signIn(teacher);
  const students = readRoster(school.db, made.course).map(({ id, email }) => ({
    username: email.split('@')[0]!,
    cookie: signIn(id),
  }));
  await close();
  return { cookie, course: made.course, assignment, students };
}

/** Requests whose body comes one byte a second, many at once. */
async function slowBodies(address: string): Promise<void> {
  const { hostname, port } = new URL(address);
  const sockets = Array.from({ length: 200 }, () => {
    const socket = net.connect(Number(port), hostname);
    socket.on('error', () => undefined);
    socket.write(
      `POST /api/session HTTP/1.1\r\nHost: ${hostname}:${port}\r\nOrigin: ${address}\r\nContent-Type: application/json\r\nContent-Length: 200\r\n\r\n`,
    );
    const sending = setInterval(() => socket.write('x'), 1000);
    socket.on('close', () => clearInterval(sending));
    return socket;
  });
  await new Promise((resolve) => setTimeout(resolve, SPAN_MS));
  for (const socket of sockets) socket.destroy();
}

function zipOf(usernames: readonly string[]): Promise<Buffer> {
  const zip = new ZipFile();
  for (let i = 0; i < 1000; i += 1)
    zip.addBuffer(randomBytes(20_000), `${usernames[i % usernames.length]!}_${Math.floor(i / 150)}.bin`);
  zip.end();
  return buffer(zip.outputStream);
}
