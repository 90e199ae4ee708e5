import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { randomBytes } from 'node:crypto';
import fs from 'node:fs';
import fsp from 'node:fs/promises';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { crc32 } from 'node:zlib';
import type { PileId } from '@vestibul/core';
import { SESSION_COOKIE, readRoster, startSession } from '@vestibul/server';
import { addCourse, addStudents, addTeacher, assign, openServer, openYear } from './furnish';
import { sendFile } from './sendFile';
import { round } from './timing';

const FILES = 200;
const SIZE = 10 * 1024 ** 2;
const CHUNK = 8 * 1024 ** 2;
/** What the server may hold of memory meanwhile, in bytes. */
const MOST_MEMORY = 400 * 1024 ** 2;

/**
 * A pile of 2 GB in one ZIP file goes through a server in a process of its own, whose memory is looked at meanwhile.
 * Throws where something of it is lost.
 */
export async function measurePile(folder: string): Promise<string[]> {
  const { course, names, cookie } = await furnish(folder);
  const zip = path.join(folder, 'pile.zip');
  await writeZip(zip, names);
  const main = fileURLToPath(new URL('../server/main.mjs', import.meta.url));
  const server = spawn(process.execPath, [main], {
    env: {
      ...process.env,
      VESTIBUL_DATA: path.join(folder, 'school'),
      VESTIBUL_LOG: 'silent',
      PORT: '0',
      VESTIBUL_KEEP_FREE: '0',
    },
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
  });
  try {
    const [{ ready: address }] = (await once(server, 'message')) as [{ ready: string }];
    let most = 0;
    const watch = setInterval(() => (most = Math.max(most, memoryOf(server.pid!))), 50);
    const started = performance.now();
    const send = caller(address, cookie);
    const { id } = (await send('POST', `/api/courses/${course}/piles`, { name: 'pile.zip' })) as {
      id: PileId;
    };
    await upload(address, cookie, id, zip);
    const sent = performance.now();
    await send('POST', `/api/piles/${id}/sent`, {});
    const counts = await untilDone(send, id);
    clearInterval(watch);
    const took = performance.now() - sent;
    const arrived = Object.values(counts).reduce((sum, count) => sum + count, 0);
    if (arrived !== FILES) throw new Error(`of ${FILES} files ${JSON.stringify(counts)}`);
    return [
      `a pile of ${round((FILES * SIZE) / 1024 ** 3)} GB in one ZIP: sent in ${round((sent - started) / 1000)} s, taken apart, hashed, read and placed in ${round(took / 1000)} s; ${FILES} arrived = ${counts.placed} placed + ${counts['to sort']} to sort; memory of the server at most ${Math.round(most / 1024 ** 2)} MB (limit ${MOST_MEMORY / 1024 ** 2} MB: ${most <= MOST_MEMORY ? 'kept' : 'NOT kept'})`,
    ];
  } finally {
    server.kill('SIGTERM');
    await once(server, 'exit');
  }
}

async function furnish(folder: string) {
  const running = await openServer(path.join(folder, 'school'));
  const { school } = running;
  const { yearId } = openYear(school);
  const teacher = addTeacher(school, 1);
  const made = addCourse(school, teacher, yearId, 'C');
  addStudents(school, teacher, made, FILES);
  assign(school, teacher, made, 'Stream gauge log');
  const names = readRoster(school.db, made.course).map(
    ({ last, first }, i) => `set ${i % 5}/${first} ${last} stream gauge log.bin`,
  );
  const cookie = `${SESSION_COOKIE}=${startSession(school, teacher)}`;
  await running.close();
  return { course: made.course, names, cookie };
}

/** A ZIP file of stored entries, written piece by piece (APPNOTE.TXT 4.3.7, 4.3.12, 4.3.16). */
async function writeZip(file: string, names: readonly string[]): Promise<void> {
  const out = await fsp.open(file, 'w');
  const bytes = randomBytes(SIZE);
  const central: Buffer[] = [];
  let offset = 0;
  for (const [i, name] of names.entries()) {
    bytes.writeUInt32LE(i, 0);
    const raw = Buffer.from(name, 'utf8');
    const local = Buffer.alloc(30);
    local.writeUInt32LE(0x04034b50, 0);
    // Version, UTF-8, stored; the rest of a list's entry is the same from here on.
    local.writeUInt16LE(20, 4);
    local.writeUInt16LE(0x800, 6);
    local.writeUInt32LE(crc32(bytes), 14);
    local.writeUInt32LE(SIZE, 18);
    local.writeUInt32LE(SIZE, 22);
    local.writeUInt16LE(raw.length, 26);
    const listed = Buffer.alloc(46);
    listed.writeUInt32LE(0x02014b50, 0);
    listed.writeUInt16LE(20, 4);
    local.copy(listed, 6, 4, 30);
    listed.writeUInt32LE(offset, 42);
    central.push(listed, raw);
    for (const part of [local, raw, bytes]) {
      await out.write(part);
      offset += part.length;
    }
  }
  const list = Buffer.concat(central);
  const end = Buffer.alloc(22);
  end.writeUInt32LE(0x06054b50, 0);
  end.writeUInt16LE(names.length, 8);
  end.writeUInt16LE(names.length, 10);
  end.writeUInt32LE(list.length, 12);
  end.writeUInt32LE(offset, 16);
  await out.write(list);
  await out.write(end);
  await out.close();
}

/** Sends a file of the disk, a part at a time. */
async function upload(address: string, cookie: string, pileId: PileId, file: string): Promise<void> {
  const handle = await fsp.open(file);
  const part = Buffer.alloc(CHUNK);
  const read = async (offset: number) =>
    part.subarray(0, (await handle.read(part, 0, CHUNK, offset)).bytesRead);
  const { size } = await handle.stat();
  await sendFile(address, cookie, { filename: 'pile.zip', pileId }, { size, read }, CHUNK);
  await handle.close();
}

type Send = (method: string, where: string, body?: object) => Promise<unknown>;

function caller(address: string, cookie: string): Send {
  return async (method, where, body) => {
    const response = await fetch(address + where, {
      method,
      headers: { Origin: address, Cookie: cookie, ...(body ? { 'Content-Type': 'application/json' } : {}) },
      ...(body ? { body: JSON.stringify(body) } : {}),
    });
    if (!response.ok) throw new Error(`${where}: ${response.status} ${await response.text()}`);
    return response.json();
  };
}

async function untilDone(send: Send, id: PileId): Promise<Record<string, number>> {
  for (;;) {
    const pile = (await send('GET', `/api/piles/${id}`)) as { state: string; counts: Record<string, number> };
    if (pile.state === 'done') return pile.counts;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
}

/** Bytes of memory that a process holds (proc(5), VmRSS). */
function memoryOf(pid: number): number {
  try {
    const found = /^VmRSS:\s+(\d+) kB/mu.exec(fs.readFileSync(`/proc/${pid}/status`, 'utf8'));
    return Number(found?.[1] ?? 0) * 1024;
  } catch {
    return 0;
  }
}
