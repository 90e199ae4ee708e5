import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import fs from 'node:fs';
import http from 'node:http';
import path from 'node:path';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { pathOf, routes } from '@vestibul/contract';
import { appearDue } from '../../blanks/appear';
import { TestSchool, bytesOf, until, type Caller } from '../TestSchool';

let school: TestSchool;
let teacher: Caller;
let mai: Caller;
beforeEach(async () => {
  school = await TestSchool.open();
  [teacher, mai] = [school.as('teacher'), school.as('mai')];
});
afterEach(() => school.close());

const inCourse = () => ({ courseId: school.course });
const turnIn = async (who: Caller, assignment = school.assignment, name = 'a.txt') =>
  (await who.turnIn(assignment, [await who.upload(assignment, name, bytesOf(randomUUID()))])).data;

test('who announces a body and then sends nothing is cut off, with a body of words as with a file', async () => {
  const { id, url } = await mai.startUpload({ assignmentId: school.assignment }, 'slow.txt', 100);
  await school.restart({ quietBodyMs: 200 });
  const { address } = school.running;
  const words = http.request(address + routes.signIn.path, {
    method: 'POST',
    headers: { Origin: address, 'Content-Type': 'application/json', 'Content-Length': 100 },
  });
  for (const request of [words, mai.openSending(url, { 'Content-Length': 100 })]) {
    request.write('{');
    await expect(once(request, 'response')).rejects.toMatchObject({ code: 'ECONNRESET' });
  }
  expect(await mai.offsetOf(id)).toBe(1);
});

describe('what is shown to whom', () => {
  test('a note that the staff wrote before sending work back is not shown to the student by it', async () => {
    const assignment = await school.assign('Held', [2], '2030-01-15T23:59');
    const params = { assignmentId: assignment };
    const { dues: _dues, ...known } = await teacher.must('readAssignment', { params });
    const dues = [{ periodId: school.periods[2], dueLocal: '2030-01-15T23:59' }];
    await teacher.must('changeAssignment', { params, body: { ...known, dues, holds: true } });
    const { submissionId } = await turnIn(mai, assignment);
    await teacher.must('comment', {
      params: { submissionId },
      body: { text: 'Speak with her first.', attempt: 1 },
    });
    await teacher.must('sendBack', {
      params: inCourse(),
      body: { works: [{ submissionId, attempt: 1 }], word: 'Which bridge?' },
    });
    const texts = async (who: Caller) =>
      (await who.must('readSubmission', { params: { submissionId } })).comments.map(({ text }) => text);
    expect(await texts(mai)).toEqual(['Which bridge?']);
    expect(await texts(teacher)).toEqual(['Speak with her first.', 'Which bridge?']);
    // Handed back, all of it is; and what is said after that at once.
    const again = await turnIn(mai, assignment, 'b.txt');
    await teacher.must('handBack', { params: inCourse(), body: { works: [again] } });
    await teacher.must('comment', { params: { submissionId }, body: { text: 'Well done.', attempt: 2 } });
    expect(await texts(mai)).toEqual(['Speak with her first.', 'Which bridge?', 'Well done.']);
  });

  test('bytes are asked for again each time: taken back, or with the right gone, they do not open from a browser’s store', async () => {
    const { pieces, submissionId } = await turnIn(mai);
    /** As a browser asks that has it already; `fetch` would forbid the answer 304 by a header of its own. */
    const open = (etag = '') =>
      new Promise<{ status: number; headers: http.IncomingHttpHeaders }>((resolve, reject) => {
        const address = new URL(pathOf('readPiece', { pieceId: pieces[0]!.id }), school.running.address);
        const headers = { Cookie: teacher.cookie!, ...(etag ? { 'If-None-Match': etag } : {}) };
        http
          .get(address, { headers }, (response) => {
            response.resume();
            resolve({ status: response.statusCode!, headers: response.headers });
          })
          .on('error', reject);
      });
    const first = await open();
    expect(first.headers['cache-control']).toBe('private, no-cache');
    const etag = first.headers.etag!;
    expect(etag).toBe(`"${pieces[0]!.sha256}"`);
    expect((await open(etag)).status).toBe(304);
    await mai.must('takeBack', { params: { submissionId }, body: { attempt: 1, key: randomUUID() } });
    expect((await open(etag)).status).toBe(409);
    const out = await teacher.raw('signOut', { body: {} });
    expect(out.headers.get('clear-site-data')).toBe('"cache"');
    expect((await open(etag)).status).toBe(401);
  });

  test('who has left sees no new classmates and no names of their files', async () => {
    const assignment = await school.assign('Shown to all', [2], '2030-01-15T23:59');
    const params = { assignmentId: assignment };
    const { dues: _dues, ...known } = await teacher.must('readAssignment', { params });
    const dues = [{ periodId: school.periods[2], dueLocal: '2030-01-15T23:59' }];
    await teacher.must('changeAssignment', { params, body: { ...known, dues, afterwards: 'period' } });
    await turnIn(mai, assignment);
    expect(await mai.must('listPeriodPieces', { params })).toHaveLength(1);
    await teacher.must('leaveCourse', { params: { ...inCourse(), studentId: school.ids.mai! } });
    await turnIn(school.as('chidi'), assignment);
    expect(await mai.call('listPeriodPieces', { params })).toMatchObject({
      status: 409,
      error: { code: 'left-course' },
    });
  });

  test('that an assignment is published is told to those alone to whom it is given', async () => {
    const told: string[] = [];
    school.running.school.bus.listen(({ audience, notice }) => {
      if ('person' in audience && notice.kind === 'word') told.push(audience.person);
    });
    await teacher.must('makeAssignment', {
      params: inCourse(),
      body: {
        title: 'For period 2',
        dues: [{ periodId: school.periods[2], dueLocal: '2030-01-15T23:59' }],
        tells: true,
      },
    });
    appearDue(school.running.school);
    expect(told.sort()).toEqual([school.ids.chidi, school.ids.mai].sort());
  });

  test('a door that is closed, and one to a draft, gives no directions and lets nobody in', async () => {
    const params = { assignmentId: school.assignment };
    const { dues: _dues, ...known } = await teacher.must('readAssignment', { params });
    const dues = [{ periodId: school.periods[2], dueLocal: '2030-01-15T23:59' }];
    const change = (more: object) =>
      teacher.must('changeAssignment', { params, body: { ...known, dues, directions: 'Secret.', ...more } });
    await change({});
    const door = await school.makeDoor({ assignmentId: school.assignment, note: 'Bring boots.' });
    const whole = await school.makeDoor();
    const see = (token: string, who: string | null = null) =>
      school.as(who).must('readDoor', { params: { token } });
    expect(await see(door.token)).toMatchObject({ state: 'open', assignment: { directions: 'Secret.' } });
    expect((await see(whole.token)).choices).toHaveLength(1);
    await change({ visible: { when: 'draft' } });
    expect(await see(door.token)).toMatchObject({ state: 'not yet', assignment: null, note: '' });
    expect(await see(door.token, 'teacher')).toMatchObject({ assignment: { directions: 'Secret.' } });
    const refused = await school
      .as(null)
      .call('enterDoor', { params: { token: door.token }, body: { name: 'x' } });
    expect(refused.error?.code).toBe('door-closed');
    await change({ visible: { when: 'now' } });
    for (const { id } of [door, whole]) await teacher.must('shutDoor', { params: { doorId: id }, body: {} });
    expect(await see(door.token)).toMatchObject({ state: 'shut', assignment: null });
    expect((await see(whole.token)).choices).toEqual([]);
  });
});

describe('the machine', () => {
  const mode = (...parts: string[]) => fs.statSync(path.join(school.folder, ...parts)).mode & 0o777;

  test('nobody but the server’s account reads the database, the vault and what is on its way, whatever the mask', async () => {
    const before = process.umask(0);
    try {
      await school.restart();
      await turnIn(school.as('mai'));
      expect([mode('vestibul.sqlite'), mode('vestibul.sqlite-wal'), mode('school-key.pem')]).toEqual([
        0o600, 0o600, 0o600,
      ]);
      expect([mode('vault'), mode('arriving')]).toEqual([0o700, 0o700]);
    } finally {
      process.umask(before);
    }
  });

  test('without its signing key a school that has a ledger does not start, and no other key is made', async () => {
    const key = path.join(school.folder, 'school-key.pem');
    const kept = fs.readFileSync(key);
    await school.running.close();
    fs.rmSync(key);
    await expect(school.start()).rejects.toThrow(/signing key .* is missing .* Nothing was changed/);
    expect(fs.existsSync(key)).toBe(false);
    fs.writeFileSync(key, kept, { mode: 0o600 });
    await school.start();
  });

  test('stopping lets what runs come to its end, and ends the streams', async () => {
    const { id, url } = await mai.startUpload({ assignmentId: school.assignment }, 'slow.txt', 8);
    const stream = http.get(`${school.running.address}${routes.live.path}`, {
      headers: { Cookie: mai.cookie! },
    });
    const streamEnded = new Promise<void>((resolve) =>
      stream.on('response', (response) => response.resume().on('close', () => resolve())),
    );
    const sending = mai.openSending(url, { 'Content-Length': '8' });
    const answered = new Promise<number | undefined>((resolve, reject) => {
      sending.on('response', ({ statusCode }) => resolve(statusCode)).on('error', reject);
    });
    sending.write('half');
    await until(async () => (await fs.promises.stat(path.join(school.folder, 'arriving', id))).size === 4);
    const closed = school.running.close();
    await streamEnded;
    sending.end('half');
    expect(await answered).toBe(204);
    await closed;
    await school.start();
    const tray = await school.as('mai').must('readTray', { params: { assignmentId: school.assignment } });
    expect(tray.uploads).toMatchObject([{ originalName: 'slow.txt', arrived: true }]);
  });
});
