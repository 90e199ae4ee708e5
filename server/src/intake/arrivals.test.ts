import { createHash } from 'node:crypto';
import fs from 'node:fs';
import fsp from 'node:fs/promises';
import path from 'node:path';
import { setImmediate } from 'node:timers/promises';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import type { UploadId } from '@vestibul/core';
import { all } from '../platform/database/database';
import { TestSchool, bytesOf, until } from '../testing/TestSchool';
import { finishArrivals } from './receive';

let school: TestSchool;
beforeEach(async () => {
  school = await TestSchool.open();
});
afterEach(() => school.close());

const inTray = async (id: UploadId) =>
  (await school.as('mai').must('readTray', { params: { assignmentId: school.assignment } })).uploads.find(
    (upload) => upload.id === id,
  );
const start = (bytes: number, name = 'log.txt') =>
  school.as('mai').startUpload({ assignmentId: school.assignment }, name, bytes);
const arriving = () => fs.readdirSync(path.join(school.folder, 'arriving'));

/** Has taking in fail once, after the bytes have their name in the vault and before anything is written down. */
function dieOnceAfterAdopting(): void {
  const { vault } = school.running.school;
  const adopt = vault.adopt.bind(vault);
  vault.adopt = async (...file) => {
    await adopt(...file);
    vault.adopt = adopt;
    throw Object.assign(new Error('no space left on device'), { code: 'ENOSPC' });
  };
}

describe('between the vault and the database', () => {
  test('a server that dies there finds the file when it starts again', async () => {
    const { id } = await start(5);
    dieOnceAfterAdopting();
    expect((await school.as('mai').sendBytes(id, bytesOf('whole'))).status).toBe(507);
    expect(await school.as('mai').offsetOf(id)).toBe(5);
    await school.restart();
    expect(await inTray(id)).toMatchObject({ arrived: true, bytes: 5 });
    expect(arriving()).toEqual([]);
  });

  test('what could not be taken in is tried again while the server runs', async () => {
    const { id } = await start(5);
    dieOnceAfterAdopting();
    await school.as('mai').sendBytes(id, bytesOf('whole'));
    expect(await inTray(id)).toMatchObject({ arrived: false });
    expect(await finishArrivals(school.running.school)).toEqual([id]);
    expect(await inTray(id)).toMatchObject({ arrived: true });
  });

  test('a recording that was written anew for nothing leaves none of it behind, and what the vault has of it stays whole', async () => {
    const mai = school.as('mai');
    const { id } = await mai.startUpload({ assignmentId: school.assignment }, 'talk.webm', null);
    const camera = path.join(import.meta.dirname, 'testing/camera.webm');
    await mai.sendBytes(id, Uint8Array.from(fs.readFileSync(camera)));
    dieOnceAfterAdopting();
    expect((await mai.call('endUpload', { params: { uploadId: id } })).status).toBe(507);
    expect(arriving()).toEqual([id]);
    await mai.must('endUpload', { params: { uploadId: id } });
    expect(arriving()).toEqual([]);
    const { vault } = school.running.school;
    const files = fs
      .readdirSync(vault.folder, { recursive: true, withFileTypes: true })
      .filter((entry) => entry.isFile())
      .map((entry) => path.join(entry.parentPath, entry.name));
    for (const file of files)
      expect(createHash('sha256').update(fs.readFileSync(file)).digest('hex')).toBe(path.basename(file));
  });

  test('whoever asks in that moment is told that every byte is here', async () => {
    const { id } = await start(5);
    const { vault } = school.running.school;
    const adopt = vault.adopt.bind(vault);
    const asked: number[] = [];
    vault.adopt = async (...file) => {
      await adopt(...file);
      asked.push(await school.as('mai').offsetOf(id));
    };
    const sent = school.as('mai').sendBytes(id, bytesOf('whole'));
    // Over and over until it is taken in: before, while and after it goes from one place to the other.
    await until(async () => {
      asked.push(await school.as('mai').offsetOf(id));
      return (await inTray(id))!.arrived;
    });
    expect((await sent).status).toBe(204);
    expect(asked.filter((offset) => offset !== 0 && offset !== 5)).toEqual([]);
    expect(asked.at(-1)).toBe(5);
  });

  test('the last file of a pile whose page was closed is no half, where it came in whole', async () => {
    const teacher = school.as('teacher');
    const { id: pileId } = await teacher.must('makePile', {
      params: { courseId: school.course },
      body: { name: 'A pile' },
    });
    const { id } = await teacher.startUpload({ pileId }, 'Mai Dang.txt', 5);
    dieOnceAfterAdopting();
    await teacher.sendBytes(id, bytesOf('whole'));
    const { endQuietPiles } = await import('../sorting/advance');
    const inside = school.running.school;
    const now = inside.now;
    inside.now = () => new Date(Date.parse(now()) + 3_600_000).toISOString() as ReturnType<typeof now>;
    await endQuietPiles(inside);
    inside.now = now;
    const pile = await teacher.pileDone(pileId);
    expect([pile.counts.refused, pile.counts['to sort'] + pile.counts.placed]).toEqual([0, 1]);
  });
});

describe('a start over what a crash left', () => {
  test('an empty note of an earlier version beside a recording stops nothing, and the recording goes on', async () => {
    const mai = school.as('mai');
    const { id } = await mai.startUpload({ assignmentId: school.assignment }, 'talk.webm', null);
    await mai.sendBytes(id, bytesOf('so far'));
    const inside = school.running.school;
    inside.db.prepare('UPDATE upload SET protocol = NULL, bytes = 0 WHERE id = ?').run(id);
    fs.writeFileSync(path.join(inside.arriving, `${id}.json`), '');
    await school.restart();
    expect(await school.as('mai').offsetOf(id)).toBe(6);
    await school.as('mai').must('endUpload', { params: { uploadId: id } });
    expect(await inTray(id)).toMatchObject({ arrived: true, bytes: 6 });
    expect(arriving()).toEqual([]);
  });

  test('a file that cannot be taken in is set aside, written down for the office, and the server starts', async () => {
    const { id } = await start(5, 'broken.txt');
    const inside = school.running.school;
    // A folder in its place is as large as it is said to be, and no file.
    const file = path.join(inside.arriving, id);
    fs.rmSync(file);
    fs.mkdirSync(file);
    const { size } = fs.statSync(file);
    inside.db
      .prepare('UPDATE upload SET bytes = ?, protocol = ? WHERE id = ?')
      .run(size, JSON.stringify({ size }), id);
    const whole = await start(4, 'whole.txt');
    fs.writeFileSync(path.join(inside.arriving, whole.id), 'good');
    await school.restart();
    expect(await inTray(whole.id)).toMatchObject({ arrived: true });
    expect(await inTray(id)).toBeUndefined();
    expect(all(school.running.school.db, 'SELECT kind, upload_id AS id FROM trouble')).toEqual([
      { kind: 'set-aside', id },
    ]);
    expect(fs.readdirSync(path.join(school.folder, 'set-aside'))).toEqual([id]);
    expect(await school.as('office').must('readTrouble')).toMatchObject({
      isFull: false,
      setAside: [{ id, by: { last: 'Đặng' }, originalName: 'broken.txt' }],
    });
  });

  test('what lies among the files on their way and is none of them is cleared away', async () => {
    const { id } = await start(5);
    fs.writeFileSync(path.join(school.folder, 'arriving', 'u_gone'), 'left by a crash');
    fs.writeFileSync(path.join(school.folder, 'vault', 'new', 'half'), 'left by a crash');
    await school.restart();
    expect(arriving()).toEqual([id]);
    expect(fs.readdirSync(path.join(school.folder, 'vault', 'new'))).toEqual([]);
  });
});

test('bytes go to the upload whose caller was checked, whatever else the address says', async () => {
  const { id: mine } = await start(5, 'mine.txt');
  const { id: theirs } = await school
    .as('chidi')
    .startUpload({ assignmentId: school.assignment }, 'theirs.txt', 5);
  for (const address of [`${mine}?x=/${theirs}`, `${mine}?/${theirs}`, `${mine}/?a=/${theirs}/`]) {
    await fetch(`${school.running.address}/api/uploads/${address}`, {
      method: 'PATCH',
      headers: {
        Cookie: school.as('mai').cookie!,
        Origin: school.running.address,
        'Tus-Resumable': '1.0.0',
        'Upload-Offset': '0',
        'Content-Type': 'application/offset+octet-stream',
      },
      body: bytesOf('x'),
    });
  }
  expect(await school.as('chidi').offsetOf(theirs)).toBe(0);
  expect(await school.as('mai').offsetOf(mine)).toBe(1);
});

test('DELETE while a PATCH is under way: “the Server … MUST respond with the 204 No Content status”, and nothing of it is left', async () => {
  const { id, url } = await start(1000);
  const hanging = school.as('mai').openSending(url);
  const answered = new Promise<number | null>((resolve) => {
    hanging.on('response', (response) => resolve(response.statusCode ?? null));
    hanging.on('error', () => resolve(null));
  });
  hanging.write('some');
  const onItsWay = path.join(school.folder, 'arriving', id);
  while ((await fsp.stat(onItsWay)).size < 4) await setImmediate();
  const dropped = await school.as('mai').raw('dropUpload', {
    params: { uploadId: id },
    headers: { 'Tus-Resumable': '1.0.0' },
  });
  expect(dropped.status).toBe(204);
  hanging.end();
  // Cut off, told how much of it had come by then, or that it is gone; a fault of ours it is not.
  expect([null, 204, 400, 404, 410]).toContain(await answered);
  expect(arriving()).toEqual([]);
  const { status } = await school.as('mai').raw('readUpload', {
    params: { uploadId: id },
    headers: { 'Tus-Resumable': '1.0.0' },
  });
  expect([404, 410]).toContain(status);
});

describe('room', () => {
  const MB = 1024 ** 2;
  const create = (headers: Record<string, string>) =>
    school.as('mai').raw('createUpload', {
      headers: {
        'Tus-Resumable': '1.0.0',
        'Upload-Metadata': `filename ${btoa('a.bin')},assignmentId ${btoa(school.assignment)}`,
        ...headers,
      },
    });
  const bytes = (length: number) => new Uint8Array(length).fill(7);

  test('many files together are promised no more than there is', async () => {
    await school.restartWithRoom(20 * MB);
    const answers = await Promise.all(
      Array.from({ length: 12 }, () => create({ 'Upload-Length': String(4 * MB) })),
    );
    const statuses = answers.map(({ status }) => status);
    expect(statuses.filter((status) => status === 201).length).toBeLessThanOrEqual(4);
    expect(statuses.filter((status) => status === 201).length).toBeGreaterThanOrEqual(1);
    expect(new Set(statuses)).toEqual(new Set([201, 507]));
  });

  test('a file without a length is counted while it comes, and answered 507 when there is no more room', async () => {
    await school.restartWithRoom(20 * MB);
    const created = await create({ 'Upload-Defer-Length': '1' });
    const id = created.headers.get('location')!.split('/').at(-1) as UploadId;
    let offset = 0;
    let status = 204;
    for (; status === 204 && offset < 64 * MB; offset += 6 * MB)
      status = (await school.as('mai').sendBytes(id, bytes(6 * MB), offset)).status;
    expect(status).toBe(507);
    expect(offset).toBeLessThanOrEqual(24 * MB);
    // With room again it goes on where it was.
    await school.restart({ mostBytes: 1024 * MB });
    const at = await school.as('mai').offsetOf(id);
    expect(at).toBeGreaterThan(0);
    expect((await school.as('mai').sendBytes(id, bytes(1000), at)).status).toBe(204);
  });

  test('a file without a length is held to what one person may bring in a day, and so is a length told late', async () => {
    const { limits } = school.running.school;
    limits.bytesADay = 10 * MB;
    const created = await create({ 'Upload-Defer-Length': '1' });
    const id = created.headers.get('location')!.split('/').at(-1) as UploadId;
    expect((await school.as('mai').sendBytes(id, bytes(6 * MB), 0)).status).toBe(204);
    expect((await school.as('mai').sendBytes(id, bytes(6 * MB), 6 * MB)).status).toBe(429);
    const late = await create({ 'Upload-Defer-Length': '1' });
    const lateId = late.headers.get('location')!.split('/').at(-1) as UploadId;
    const told = await school.as('mai').raw(
      'sendUpload',
      {
        params: { uploadId: lateId },
        headers: {
          'Tus-Resumable': '1.0.0',
          'Upload-Offset': '0',
          'Upload-Length': String(9 * MB),
          'Content-Type': 'application/offset+octet-stream',
        },
      },
      { body: bytes(10) },
    );
    expect(told.status).toBe(429);
  });

  test('what was promised is free again when the file is dropped', async () => {
    await school.restartWithRoom(20 * MB);
    const { promised } = school.running.school.room;
    const { id } = await start(12 * MB);
    expect(school.running.school.room.promised - promised).toBe(12 * MB);
    expect((await create({ 'Upload-Length': String(12 * MB) })).status).toBe(507);
    await school.as('mai').must('dropUpload', { params: { uploadId: id } });
    expect((await create({ 'Upload-Length': String(12 * MB) })).status).toBe(201);
  });

  test('with no room left for files people sign in and comment, and links and texts are refused with a sentence', async () => {
    await school.restartWithRoom(-1);
    const link = await school.as('mai').call('addLink', {
      params: { assignmentId: school.assignment },
      body: { address: 'https://x.example/', title: 'x' },
    });
    expect(link).toMatchObject({ status: 507, error: { code: 'disk-full' } });
    expect(
      (await school.as('teacher').call('readRack', { params: { courseId: school.course } })).status,
    ).toBe(200);
    const nobody = school.as(null);
    const body = { signInName: 'office@x.example', password: 'a long sentence' };
    expect((await nobody.call('signIn', { body })).status).toBe(200);
    expect((await school.as('office').must('readTrouble')).isFull).toBe(true);
  });
});
