import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { createHash, randomBytes, randomUUID } from 'node:crypto';
import fs from 'node:fs/promises';
import path from 'node:path';
import { findScans } from '../testing/findScans';
import { TestSchool, bytesOf } from '../testing/TestSchool';

let school: TestSchool;
beforeAll(async () => {
  school = await TestSchool.open();
});
afterAll(() => school.close());

/** A picture of one pixel: PNG specification, third edition. */
const png = new Uint8Array(
  Buffer.from(
    'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNkYPhfDwAChwGA60e6kgAAAABJRU5ErkJggg==',
    'base64',
  ),
);
const sha256 = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex');

describe('turning in', () => {
  test('gives a camera’s file its proper name and type, keeps the old name, and answers with a receipt', async () => {
    const mai = school.as('mai');
    const upload = await mai.upload(school.assignment, 'IMG_4821.JPG', png);
    const { status, data } = await mai.turnIn(school.assignment, [upload]);
    expect(status).toBe(200);
    expect(data).toMatchObject({ attempt: 1, lateMs: 0, due: '2030-01-15T23:59:00.000Z' });
    expect(data.pieces).toEqual([
      {
        id: expect.any(String),
        // The bytes are a PNG, whatever the camera called them.
        name: '02-Đặng_Thị Mai_Stream gauge log.png',
        originalName: 'IMG_4821.JPG',
        bytes: png.length,
        sha256: sha256(png),
      },
    ]);
    expect(await fs.readFile(school.running.school.vault.pathOf(data.pieces[0]!.sha256))).toEqual(
      Buffer.from(png),
    );
  });

  test('again is the next attempt, never over the first', async () => {
    const mai = school.as('mai');
    const two = [
      await mai.upload(school.assignment, 'a.txt', bytesOf('one')),
      await mai.upload(school.assignment, 'b.txt', bytesOf('two')),
    ];
    const { data } = await mai.turnIn(school.assignment, two);
    expect(data.attempt).toBe(2);
    expect(data.pieces.map((piece) => piece.name)).toEqual([
      '02-Đặng_Thị Mai_Stream gauge log.txt',
      '02-Đặng_Thị Mai_Stream gauge log_2.txt',
    ]);
    const read = await mai.must('readSubmission', { params: { submissionId: data.submissionId } });
    expect(read.attempts.map((attempt) => attempt.attempt)).toEqual([2, 1]);
    expect(read.pieces).toHaveLength(3);
  });

  test('two people of one name in one period do not get one name', async () => {
    const names = [];
    for (const who of ['ali', 'ali2']) {
      const caller = school.as(who);
      const { data } = await caller.turnIn(school.assignment, [
        await caller.upload(school.assignment, 'x.txt', bytesOf(who)),
      ]);
      names.push(data.pieces[0]!.name);
    }
    expect(names).toEqual(['10-Demir_Ali_Stream gauge log.txt', '10-Demir_Ali_Stream gauge log_2.txt']);
  });

  test('the same press counts once, however often and at however many places it arrives', async () => {
    const chidi = school.as('chidi');
    const uploads = [await chidi.upload(school.assignment, 'once.txt', bytesOf('once'))];
    const key = randomUUID();
    const replies = await Promise.all([1, 2, 3, 4].map(() => chidi.turnIn(school.assignment, uploads, key)));
    expect(new Set(replies.map(({ data }) => JSON.stringify(data))).size).toBe(1);
    // A second window that still shows the same tray.
    expect(await chidi.turnIn(school.assignment, uploads)).toMatchObject({
      status: 409,
      error: { code: 'already-turned-in' },
    });
    const read = await chidi.must('readSubmission', {
      params: { submissionId: replies[0]!.data.submissionId },
    });
    expect(read.pieces).toHaveLength(1);
  });

  test('after the due time is late by so much, and says so', async () => {
    const past = await school.assign('Past', [2], '2026-01-15T23:59');
    const chidi = school.as('chidi');
    const { data } = await chidi.turnIn(past, [await chidi.upload(past, 'x.txt', bytesOf('x'))]);
    expect(data.lateMs).toBe(Date.parse(data.at) - Date.parse('2026-01-15T23:59:00.000Z'));
    const mine = await chidi.must('listMyAssignments');
    expect(mine.find((assignment) => assignment.id === past)).toMatchObject({ state: 'late', attempt: 1 });
  });

  test.each([
    ['nothing', 'nothing-chosen', 400, async () => []],
    [
      'somebody else’s upload',
      'upload-gone',
      410,
      async () => [await school.as('mai').upload(school.assignment, 'm.txt', bytesOf('m'))],
    ],
    [
      'what is still on its way',
      'still-arriving',
      409,
      async () => [
        (await school.as('chidi').startUpload({ assignmentId: school.assignment }, 'half.txt', 10)).id,
      ],
    ],
  ] as const)('%s is refused and changes nothing', async (_what, code, status, uploads) => {
    const lines = () => school.running.school.db.prepare('SELECT COUNT(*) FROM event').pluck().get();
    const ids = await uploads();
    const before = lines();
    expect(await school.as('chidi').turnIn(school.assignment, [...ids])).toMatchObject({
      status,
      error: { code },
    });
    expect(lines()).toBe(before);
  });
});

describe('uploads', () => {
  test('go on where they were after the server was restarted', async () => {
    const mai = school.as('mai');
    const bytes = new Uint8Array(randomBytes(3_000_000));
    const { id } = await mai.startUpload({ assignmentId: school.assignment }, 'long.bin', bytes.length);
    expect((await mai.sendBytes(id, bytes.slice(0, 1_000_000))).status).toBe(204);
    await school.restart();
    expect(await mai.offsetOf(id)).toBe(1_000_000);
    expect((await mai.sendBytes(id, bytes.slice(1_000_000), 1_000_000)).status).toBe(204);
    // The server that hashed the first third is gone; the whole is hashed from the file.
    const { data } = await mai.turnIn(school.assignment, [id]);
    expect(data.pieces[0]).toMatchObject({ bytes: 3_000_000, sha256: sha256(bytes) });
  });

  test('that had come in whole when the server died are finished at its next start', async () => {
    const mai = school.as('mai');
    const { id } = await mai.startUpload({ assignmentId: school.assignment }, 'whole.txt', 5);
    await school.running.close();
    await fs.writeFile(path.join(school.folder, 'arriving', id), 'whole');
    await school.start();
    expect(await mai.offsetOf(id)).toBe(5);
    const { data } = await mai.turnIn(school.assignment, [id]);
    expect(data.pieces[0]).toMatchObject({ sha256: sha256(bytesOf('whole')) });
  });

  test('the same bytes are kept once', async () => {
    const before = await countVault();
    for (const who of ['mai', 'chidi'])
      await school.as(who).upload(school.assignment, `${who}.txt`, bytesOf('the very same'));
    expect(await countVault()).toBe(before + 1);
  });

  test.each([
    ['an empty file', 0, 400, 'empty-file'],
    ['a file over 2 GB', 2 * 1024 ** 3 + 1, 413, null],
  ])('%s is refused', async (_what, bytes, status, code) => {
    const refused = await school.as('mai').startUpload({ assignmentId: school.assignment }, 'x.bin', bytes);
    expect(refused.status).toBe(status);
    if (code) expect(JSON.parse(refused.body)).toMatchObject({ error: { code } });
  });

  test('are refused in our words when the disk has no room, and taken again when it has', async () => {
    await school.restart({ keepFree: Number.MAX_SAFE_INTEGER });
    const refused = await school.as('mai').startUpload({ assignmentId: school.assignment }, 'x.bin', 10);
    expect([refused.status, JSON.parse(refused.body)]).toEqual([
      507,
      { error: { code: 'disk-full', details: {} } },
    ]);
    await school.restart({ keepFree: 0 });
    expect(
      (await school.as('mai').startUpload({ assignmentId: school.assignment }, 'x.bin', 10)).status,
    ).toBe(201);
  });

  test('are refused for work that the student’s period was not given', async () => {
    const tenOnly = await school.assign('For ten', [10], '2030-02-01T12:00');
    const refused = await school.as('mai').startUpload({ assignmentId: tenOnly }, 'x.bin', 10);
    expect([refused.status, JSON.parse(refused.body)]).toMatchObject([409, { error: { code: 'not-given' } }]);
  });

  test('taken out of the tray are gone for good', async () => {
    const mai = school.as('mai');
    const id = await mai.upload(school.assignment, 'wrong.txt', bytesOf('wrong one'));
    await mai.must('dropUpload', { params: { uploadId: id } });
    const tray = await mai.must('readTray', { params: { assignmentId: school.assignment } });
    expect(tray.uploads.map((upload) => upload.id)).not.toContain(id);
    expect(await mai.turnIn(school.assignment, [id])).toMatchObject({ error: { code: 'upload-gone' } });
  });

  test('stand in the tray under the names they will get', async () => {
    const given = await school.assign('Hill / profile?', [2], '2030-03-01T12:00');
    const chidi = school.as('chidi');
    await chidi.upload(given, 'one.txt', bytesOf('1'));
    await chidi.upload(given, 'two.png', png);
    const tray = await chidi.must('readTray', { params: { assignmentId: given } });
    expect(tray.uploads.map((upload) => [upload.originalName, upload.name])).toEqual([
      ['one.txt', '02-Abara_Chidi_Hill-profile.txt'],
      ['two.png', '02-Abara_Chidi_Hill-profile.png'],
    ]);
    const { data } = await chidi.turnIn(
      given,
      tray.uploads.map((upload) => upload.id),
    );
    expect(data.pieces.map((piece) => piece.name)).toEqual(tray.uploads.map((upload) => upload.name));
  });
});

describe('the bytes of a piece', () => {
  async function pieceOf(name: string, content: string) {
    const given = await school.assign(`For ${name}`, [2], '2030-04-01T12:00');
    const mai = school.as('mai');
    const { data } = await mai.turnIn(given, [await mai.upload(given, name, bytesOf(content))]);
    return { pieceId: data.pieces[0]!.id };
  }

  test('are sent under their proper name in every script (RFC 6266, RFC 8187), in ranges (RFC 9110)', async () => {
    const params = await pieceOf('notes.txt', '0123456789');
    const whole = await school.as('teacher').raw('readPiece', { params, query: { download: '1' } });
    expect(whole.headers.get('content-disposition')).toBe(
      `attachment; filename="02-??ng_Th? Mai_For notes.txt.txt"; filename*=UTF-8''02-%C4%90%E1%BA%B7ng_Th%E1%BB%8B%20Mai_For%20notes.txt.txt`,
    );
    const part = await school.as('teacher').raw('readPiece', { params, headers: { Range: 'bytes=3-5' } });
    expect([part.status, part.headers.get('content-range'), await part.text()]).toEqual([
      206,
      'bytes 3-5/10',
      '345',
    ]);
  });

  test('never run in our origin: HTML and SVG are downloads in a sandbox', async () => {
    for (const [name, content] of [
      ['page.html', '<script>alert(1)</script>'],
      ['drawing.svg', '<?xml version="1.0"?><svg xmlns="http://www.w3.org/2000/svg" onload="alert(1)"/>'],
    ] as const) {
      const response = await school.as('teacher').raw('readPiece', { params: await pieceOf(name, content) });
      expect(response.headers.get('content-disposition')).toMatch(/^attachment;/);
      expect(response.headers.get('content-type')).not.toMatch(/^text\/html/);
      expect(response.headers.get('content-security-policy')).toContain('sandbox');
      expect(response.headers.get('x-content-type-options')).toBe('nosniff');
    }
  });
});

async function countVault(): Promise<number> {
  const files = await fs.readdir(path.join(school.folder, 'vault'), { recursive: true });
  return files.filter((name) => /[0-9a-f]{64}$/.test(name)).length;
}

test('all of this ran on indexes', () => {
  expect(findScans(school.running.school.db)).toEqual([]);
});
