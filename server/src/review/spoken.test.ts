import fs from 'node:fs';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { Sha256, SubmissionId, UploadId } from '@vestibul/core';
import { LARGEST_SPOKEN } from '@vestibul/contract';
import { readKept } from '../kept';
import { clearVault, expireArrivals } from '../intake/upkeep';
import { all, one } from '../platform/database/database';
import { TestSchool, bytesOf } from '../testing/TestSchool';

const read = (name: string) =>
  Uint8Array.from(fs.readFileSync(path.join(import.meta.dirname, '..', 'intake', 'testing', name)));
/** Three seconds, as a browser records them. */
const sound = read('sound.weba');

let school: TestSchool;
beforeAll(async () => {
  school = await TestSchool.open();
});
afterAll(() => school.close());

const turnIn = async (who: string) => {
  const student = school.as(who);
  const upload = await student.upload(school.assignment, 'a.txt', bytesOf(`of ${who}`));
  return (await student.turnIn(school.assignment, [upload])).data.submissionId;
};
const seen = (who: string, submissionId: SubmissionId) =>
  school.as(who).must('readSubmission', { params: { submissionId } });
const say = (who: string, submissionId: SubmissionId, body: object) =>
  school.as(who).call('comment', { params: { submissionId }, body: { text: '', attempt: 1, ...body } });
const hear = (who: string, submissionId: SubmissionId, commentId: string) =>
  school.as(who).raw('readSpoken', { params: { submissionId, commentId } });

/** A silence so long: WAV, 1 kHz, 8 bit, one channel (Multimedia Programming Interface 1.0, RIFF WAVE). */
function silence(seconds: number): Uint8Array<ArrayBuffer> {
  const bytes = 1000 * seconds;
  const wav = Buffer.alloc(44 + bytes, 128);
  wav.write('RIFF', 0);
  wav.writeUInt32LE(36 + bytes, 4);
  wav.write('WAVEfmt ', 8);
  wav.writeUInt32LE(16, 16);
  wav.writeUInt16LE(1, 20);
  wav.writeUInt16LE(1, 22);
  wav.writeUInt32LE(1000, 24);
  wav.writeUInt32LE(1000, 28);
  wav.writeUInt16LE(1, 32);
  wav.writeUInt16LE(8, 34);
  wav.write('data', 36);
  wav.writeUInt32LE(bytes, 40);
  return Uint8Array.from(wav);
}

describe('a comment that is spoken', () => {
  let submissionId: SubmissionId;
  let commentId: string;
  beforeAll(async () => {
    submissionId = await turnIn('mai');
  });

  test('is sound in place of words, sent while it is made, and says how long it is', async () => {
    const aide = school.as('aide');
    const { id } = await aide.startUpload({ submissionId }, 'sound.weba', null);
    await aide.sendBytes(id, sound);
    expect((await say('aide', submissionId, { spoken: id })).error?.code).toBe('still-arriving');
    await aide.must('endUpload', { params: { uploadId: id } });
    expect((await say('aide', submissionId, { spoken: id })).status).toBe(200);
    const [comment] = (await seen('teacher', submissionId)).comments;
    expect(comment).toMatchObject({ text: '', spoken: { uploadId: id }, isShown: false });
    expect(comment!.spoken!.seconds).toBeCloseTo(3, 0);
    commentId = comment!.id;
  });

  test('is heard by the staff, part by part, and by its student once the work is handed back', async () => {
    const whole = await hear('teacher', submissionId, commentId);
    expect(whole.headers.get('content-type')).toMatch(/^(audio|video)\/webm/);
    expect((await whole.arrayBuffer()).byteLength).toBeGreaterThan(4000);
    const part = await school.as('teacher').raw('readSpoken', {
      params: { submissionId, commentId },
      headers: { Range: 'bytes=0-99' },
    });
    expect([part.status, (await part.arrayBuffer()).byteLength]).toEqual([206, 100]);
    expect((await hear('mai', submissionId, commentId)).status).toBe(404);
    expect((await hear('chidi', submissionId, commentId)).status).toBe(403);
    await school.as('teacher').must('handBack', {
      params: { courseId: school.course },
      body: { works: [{ submissionId, attempt: 1 }] },
    });
    expect((await hear('mai', submissionId, commentId)).status).toBe(200);
    expect((await hear('chidi', submissionId, commentId)).status).toBe(403);
  });

  test('is a sound by the name of its bytes where it is exported, and its hash is on the ledger', async () => {
    const { sha256 } = one<{ sha256: Sha256 }>(
      school.running.school.db,
      'SELECT u.sha256 FROM comment c JOIN upload u ON u.id = c.spoken_id WHERE c.id = ?',
      [commentId],
    )!;
    const kept = readKept(school.folder);
    const { items } = kept.annotations(school.assignment)!.first;
    kept.close();
    const name = Buffer.from(sha256, 'hex').toString('base64url');
    expect(items[0]!.body).toMatchObject({ type: 'Sound', id: `ni:///sha-256;${name}` });
    const lines = all<{ canonical: string }>(
      school.running.school.db,
      "SELECT canonical FROM event WHERE kind = 'commented'",
    );
    expect(lines.some(({ canonical }) => canonical.includes(sha256))).toBe(true);
  });
});

describe('what is no spoken comment', () => {
  let submissionId: SubmissionId;
  beforeAll(async () => {
    submissionId = await turnIn('chidi');
  });
  const refused = async (id: UploadId) => (await say('teacher', submissionId, { spoken: id })).error?.code;

  test.each([
    ['a picture with sound', () => read('camera.webm'), 'camera.webm'],
    ['a text that calls itself a sound', () => bytesOf('not a sound'), 'sound.weba'],
    ['longer than two minutes', () => silence(125), 'sound.wav'],
    ['cut off in its head', () => sound.slice(0, 90), 'sound.weba'],
  ])('%s', async (_what, bytes, name) => {
    expect(await refused(await school.as('teacher').speak(submissionId, name, bytes()))).toBe('not-spoken');
  });

  test('two minutes are one', async () => {
    const id = await school.as('teacher').speak(submissionId, 'sound.wav', silence(120));
    expect(await refused(id)).toBeUndefined();
  });

  test('what somebody else spoke, or was spoken of other work, or is said already', async () => {
    const by = (who: string, of: SubmissionId) => school.as(who).speak(of, 'sound.weba', sound);
    expect(await refused(await by('aide', submissionId))).toBe('spoken-gone');
    expect(await refused(await by('teacher', await turnIn('ali')))).toBe('spoken-gone');
    const twice = await by('teacher', submissionId);
    expect(await refused(twice)).toBeUndefined();
    expect(await refused(twice)).toBe('spoken-gone');
    expect(await refused(await school.as('teacher').uploadToDrawer('sound.weba', sound))).toBe('spoken-gone');
  });

  test('far more bytes than two minutes are, whether they are told before or only come', async () => {
    const teacher = school.as('teacher');
    const told = await teacher.startUpload({ submissionId }, 'sound.wav', LARGEST_SPOKEN + 1);
    expect([told.status, told.body]).toEqual([400, expect.stringContaining('not-spoken')]);
    const { id } = await teacher.startUpload({ submissionId }, 'sound.wav', null);
    const sent = await teacher.sendBytes(id, new Uint8Array(LARGEST_SPOKEN + 1));
    expect(await sent.text()).toContain('not-spoken');
  });

  test('nothing at all, and nothing of a student', async () => {
    expect((await say('teacher', submissionId, {})).error?.code).toBe('bad-input');
    const { status } = await school.as('chidi').startUpload({ submissionId }, 'sound.weba', null);
    expect(status).toBe(403);
  });
});

describe('a spoken comment that is removed', () => {
  let submissionId: SubmissionId;
  let spoken: UploadId;
  const inVault = (sha256: Sha256) => school.running.school.vault.has(sha256);
  beforeAll(async () => {
    submissionId = await turnIn('ali2');
    spoken = await school.as('teacher').speak(submissionId, 'sound.wav', silence(7));
    await say('teacher', submissionId, { spoken });
  });
  const remove = async () => {
    const [comment] = (await seen('teacher', submissionId)).comments;
    await school.as('teacher').must('removeComment', { params: { submissionId, commentId: comment!.id } });
  };

  test('comes back with what it said', async () => {
    await remove();
    expect((await say('teacher', submissionId, { spoken })).status).toBe(200);
    const [comment] = (await seen('teacher', submissionId)).comments;
    expect((await hear('teacher', submissionId, comment!.id)).status).toBe(200);
  });

  test('keeps its bytes for some days and no longer, and those of others for good', async () => {
    await remove();
    const inside = school.running.school;
    const { sha256 } = one<{ sha256: Sha256 }>(inside.db, 'SELECT sha256 FROM upload WHERE id = ?', [
      spoken,
    ])!;
    const { now } = inside;
    const later = (days: number) =>
      (inside.now = () =>
        new Date(Date.parse(now()) + days * 86_400_000).toISOString() as ReturnType<typeof now>);
    later(2);
    await clearVault(inside);
    expect(await inVault(sha256)).toBe(true);
    expect((await say('teacher', submissionId, { spoken })).error?.code).toBe('spoken-gone');
    later(9);
    await clearVault(inside);
    inside.now = now;
    expect(await inVault(sha256)).toBe(false);
    const said = all<{ sha256: Sha256 }>(
      inside.db,
      'SELECT u.sha256 FROM comment c JOIN upload u ON u.id = c.spoken_id',
    );
    expect(said.length).toBeGreaterThan(2);
    for (const one of said) expect(await inVault(one.sha256)).toBe(true);
  });
});

test('what was spoken and never saved goes after a week, and what was saved does not', async () => {
  const submissionId = await turnIn('mai');
  const teacher = school.as('teacher');
  const [saved, unsaved] = [
    await teacher.speak(submissionId, 'sound.wav', silence(5)),
    await teacher.speak(submissionId, 'sound.wav', silence(6)),
  ];
  const attempt = (await seen('teacher', submissionId)).attempts.find(({ counts }) => counts)!.attempt;
  expect((await say('teacher', submissionId, { attempt, spoken: saved })).status).toBe(200);
  const inside = school.running.school;
  const { now } = inside;
  const after = async (days: number) => {
    inside.now = () =>
      new Date(Date.parse(now()) + days * 86_400_000).toISOString() as ReturnType<typeof now>;
    await expireArrivals(inside);
    inside.now = now;
    return all<{ id: UploadId }>(inside.db, 'SELECT id FROM upload WHERE dropped_at IS NULL').map(
      ({ id }) => id,
    );
  };
  expect(await after(6)).toEqual(expect.arrayContaining([saved, unsaved]));
  const left = await after(8);
  expect(left).toContain(saved);
  expect(left).not.toContain(unsaved);
  expect((await say('teacher', submissionId, { attempt, spoken: unsaved })).error?.code).toBe('spoken-gone');
});
