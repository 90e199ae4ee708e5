import { createHash, randomBytes, randomUUID } from 'node:crypto';
import path from 'node:path';
import { pathOf } from '@vestibul/contract';
import { instantToLocal, type AssignmentId, type Instant, type PersonId } from '@vestibul/core';
import { SESSION_COOKIE, moveDue, readRack, readRoster, startSession } from '@vestibul/server';
import { addCourse, addStudents, addTeacher, assign, openServer, openYear } from './furnish';
import { openPlainServer } from './plainServer';
import { inMemory, sendFile, sendPart } from './sendFile';
import { round } from './timing';

const STUDENTS = 150;
const SIZE = 3 * 1024 ** 2;
/** All of them at once need to be done by then. */
const MINUTE = 60_000;

const bytesFor = (i: number) => {
  const bytes = new Uint8Array(SIZE).fill(i % 251);
  bytes.set(randomBytes(64), 0);
  return bytes;
};

/**
 * 150 students turn in 3 MB each, all at once, in the last minute before it is due; against a plain Node server that takes,
 * hashes and syncs the same bytes from the same clients. Throws where a file is lost, is not the bytes that were sent, or
 * counts as late.
 */
export async function measureLastMinute(folder: string): Promise<string[]> {
  const running = await openServer(path.join(folder, 'ours'));
  const { school } = running;
  const { yearId } = openYear(school);
  const teacher = addTeacher(school, 1);
  const made = addCourse(school, teacher, yearId, 'C');
  addStudents(school, teacher, made, STUDENTS);
  const assignment = assign(school, teacher, made, 'W');
  const students = readRoster(school.db, made.course).map(({ id }) => id);
  // Due times are whole minutes: the next but one leaves between one and two.
  const due = new Date(Math.ceil(Date.now() / MINUTE + 1) * MINUTE).toISOString() as Instant;
  for (const student of students)
    moveDue(school, teacher, assignment, student, {
      dueLocal: instantToLocal(due, 'Europe/London'),
      excused: false,
      alsoTurnedIn: true,
    });
  const cookies = students.map((id) => `${SESSION_COOKIE}=${startSession(school, id)}`);
  const files = students.map((_, i) => bytesFor(i));

  const rack = watchRack(running.address, `${SESSION_COOKIE}=${startSession(school, teacher)}`);
  await rack.opened;
  const started = performance.now();
  await Promise.all(cookies.map((cookie, i) => turnIn(running.address, cookie, assignment, files[i]!)));
  const finished = performance.now();
  await rack.sawAll;
  const shown = performance.now();
  rack.close();
  check(readRack(school, made.course, teacher).slots, students, due);
  const hashes = await sealedHashes(running.address, cookies, assignment);
  files.forEach((bytes, i) => {
    if (hashes[i] !== createHash('sha256').update(bytes).digest('hex'))
      throw new Error(`other bytes of ${students[i]}`);
  });
  await running.close();

  const plain = await measurePlain(path.join(folder, 'plain'), files);
  const ours = finished - started;
  return [
    `${STUDENTS} students turning in ${SIZE / 1024 ** 2} MB each at once: ${round(ours / 1000)} s, ${round(ours / plain)} × plain Node taking, hashing and syncing the same bytes (${round(plain / 1000)} s); none lost, none late; the rack was up to date ${round((shown - finished) / 1000, 2)} s after the last`,
  ];
}

async function turnIn(
  address: string,
  cookie: string,
  assignmentId: AssignmentId,
  bytes: Uint8Array<ArrayBuffer>,
) {
  const url = await sendFile(address, cookie, { filename: 'IMG_4821.bin', assignmentId }, inMemory(bytes));
  const answer = await fetch(address + pathOf('turnIn', { assignmentId }), {
    method: 'POST',
    headers: { Origin: address, Cookie: cookie, 'Content-Type': 'application/json' },
    body: JSON.stringify({ key: randomUUID(), uploadIds: [url.split('/').at(-1)] }),
  });
  if (answer.status !== 200) throw new Error(`turning in: ${answer.status} ${await answer.text()}`);
}

/** A teacher's open page: what the live stream tells of filled slots. */
function watchRack(address: string, cookie: string) {
  const stop = new AbortController();
  const seen = new Set<string>();
  let open = () => {};
  let all = () => {};
  const opened = new Promise<void>((resolve) => (open = resolve));
  const sawAll = new Promise<void>((resolve) => (all = resolve));
  const read = async () => {
    const stream = await fetch(`${address}/api/live`, { headers: { Cookie: cookie }, signal: stop.signal });
    open();
    let rest = '';
    for await (const part of stream.body!.pipeThrough(new TextDecoderStream())) {
      const lines = (rest + part).split('\n');
      rest = lines.pop()!;
      for (const line of lines) {
        const [, student] = /"studentId":"([^"]+)".*"state":"turned in"/.exec(line) ?? [];
        if (student) seen.add(student);
      }
      if (seen.size === STUDENTS) all();
    }
  };
  read().catch((error: Error) => {
    if (!stop.signal.aborted) throw error;
  });
  return { opened, sawAll, close: () => stop.abort() };
}

function check(
  slots: ReturnType<typeof readRack>['slots'],
  students: readonly PersonId[],
  due: Instant,
): void {
  const byStudent = new Map(slots.map((slot) => [slot.studentId, slot]));
  for (const student of students) {
    const slot = byStudent.get(student);
    if (slot?.state !== 'turned in') throw new Error(`${student}: ${slot?.state ?? 'nothing in'}`);
    if (slot.lateMs !== 0 || slot.turnedInAt! > due) throw new Error(`${student} counts as late`);
  }
}

/** What each student's newest receipt says their bytes are. */
function sealedHashes(
  address: string,
  cookies: readonly string[],
  assignmentId: AssignmentId,
): Promise<string[]> {
  return Promise.all(
    cookies.map(async (Cookie) => {
      const answer = await fetch(address + pathOf('readTray', { assignmentId }), { headers: { Cookie } });
      const { receipts } = (await answer.json()) as { receipts: { pieces: { sha256: string }[] }[] };
      return receipts[0]!.pieces[0]!.sha256;
    }),
  );
}

/** The plain server and the same clients. */
async function measurePlain(folder: string, files: readonly Uint8Array<ArrayBuffer>[]): Promise<number> {
  const { address, close } = await openPlainServer(folder);
  const started = performance.now();
  await Promise.all(
    files.map(async (body, i) => {
      const headers = { 'Upload-Offset': '0', 'Upload-Length': String(body.length) };
      if ((await sendPart(`${address}/${i}`, headers, body)) !== 204)
        throw new Error('the plain server failed');
    }),
  );
  const ms = performance.now() - started;
  await close();
  return ms;
}
