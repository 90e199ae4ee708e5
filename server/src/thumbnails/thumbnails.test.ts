import fs from 'node:fs';
import path from 'node:path';
import { afterAll, beforeAll, beforeEach, expect, test } from '@jest/globals';
import sharp from 'sharp';
import type { PieceId, Sha256 } from '@vestibul/core';
import { one } from '../platform/database/database';
import { TestSchool, bytesOf, type Caller } from '../testing/TestSchool';
import { clearThumbnails, findThumbnail } from './thumbnails';

let school: TestSchool;
let teacher: Caller;
beforeAll(async () => {
  school = await TestSchool.open();
  teacher = school.as('teacher');
});
afterAll(() => school.close());

const cache = () => path.join(school.folder, 'cache');
beforeEach(() => fs.rmSync(cache(), { recursive: true, force: true }));

let made = 0;
/** A piece of Mai's with these bytes. */
async function turnedIn(name: string, bytes: Uint8Array<ArrayBuffer>): Promise<PieceId> {
  made += 1;
  const assignment = await school.assign(`Thumb ${made}`, [2], '2030-01-15T23:59');
  const mai = school.as('mai');
  const upload = await mai.upload(assignment, name, bytes);
  return (await mai.turnIn(assignment, [upload])).data.pieces[0]!.id;
}

const ask = (who: Caller, pieceId: PieceId) => who.raw('readThumbnail', { params: { pieceId } });

/** Its thumbnail, once it is drawn. */
async function drawn(pieceId: PieceId): Promise<Response> {
  for (;;) {
    const answer = await ask(teacher, pieceId);
    if (answer.status === 200) return answer;
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
}

/** Until all that was wanted is drawn: one is drawn after the other. */
const allDrawn = async () => drawn(await turnedIn(`last ${made}.txt`, bytesOf(`The last of ${made}.`)));

const bytesKept = (pieceId: PieceId) =>
  one<{ sha256: Sha256; mime: string; extension: string }>(
    school.running.school.db,
    'SELECT sha256, mime, extension FROM piece WHERE id = ?',
    [pieceId],
  )!;
const placeOf = (pieceId: PieceId) => {
  const { sha256 } = bytesKept(pieceId);
  return path.join(cache(), 'thumbnails', sha256.slice(0, 2), sha256);
};
const isKept = (pieceId: PieceId) => fs.existsSync(placeOf(pieceId));

test('a thumbnail is drawn when it is first asked for, once, and again where it was thrown away', async () => {
  const photo = await sharp({ create: { width: 900, height: 600, channels: 3, background: '#a06030' } })
    .jpeg()
    .toBuffer();
  const pieceId = await turnedIn('walk.jpg', new Uint8Array(photo));
  expect((await ask(teacher, pieceId)).status).toBe(204);
  const answer = await drawn(pieceId);
  expect(answer.headers.get('content-type')).toBe('image/webp');
  expect(answer.headers.get('content-security-policy')).toContain("default-src 'none'");
  expect(await sharp(await answer.arrayBuffer()).metadata()).toMatchObject({ width: 320, height: 213 });
  // Whoever looks again is told that it is the same.
  const again = await teacher.raw('readThumbnail', {
    params: { pieceId },
    // A browser that looks again does not forbid what it has.
    headers: { 'If-None-Match': answer.headers.get('etag')!, 'Cache-Control': 'max-age=0' },
  });
  expect(again.status).toBe(304);
  const { mtimeMs } = fs.statSync(placeOf(pieceId));
  await ask(teacher, pieceId);
  expect(fs.statSync(placeOf(pieceId)).mtimeMs).toBe(mtimeMs);
  fs.rmSync(cache(), { recursive: true });
  expect((await drawn(pieceId)).status).toBe(200);
});

test('what somebody looks at again just before it is drawn is drawn once, and is there from then on', async () => {
  const pieceId = await turnedIn('asked.txt', bytesOf('Asked for by two.'));
  const { school: inside } = school.running;
  const has = inside.vault.has.bind(inside.vault);
  let begun = 0;
  inside.vault.has = async (sha256) => {
    if (sha256 === bytesKept(pieceId).sha256 && (begun += 1) === 1) {
      expect(await findThumbnail(inside, bytesKept(pieceId))).toBeNull();
    }
    return has(sha256);
  };
  await drawn(pieceId);
  await allDrawn();
  inside.vault.has = has;
  expect(begun).toBe(1);
});

test('it is for those who may open the piece: its student, and not another', async () => {
  const pieceId = await turnedIn('notes.txt', bytesOf('The water stood high.'));
  expect((await drawn(pieceId)).headers.get('content-type')).toBe('image/svg+xml');
  expect(await (await ask(school.as('mai'), pieceId)).text()).toContain('The water stood high.');
  expect((await ask(school.as('chidi'), pieceId)).status).toBe(403);
});

test('whoever looks into their drawer sees their own, as it is now, whatever is shown of it elsewhere', async () => {
  const mai = school.as('mai');
  const dues = [{ periodId: school.periods[2], dueLocal: '2030-01-15T23:59' }];
  const { id: assignment } = await teacher.must('makeAssignment', {
    params: { courseId: school.course },
    body: { title: 'Nothing is shown', dues, afterwards: 'nothing' },
  });
  await mai.turnIn(assignment, [await mai.upload(assignment, 'a.txt', bytesOf('As it was.'))]);
  const [file] = (await mai.must('listMyFiles', {})).files;
  const params = { fileId: file!.id };
  const own = async () => {
    for (;;) {
      const answer = await mai.raw('readMyThumbnail', { params });
      if (answer.status !== 204) return answer;
      await new Promise((resolve) => setTimeout(resolve, 50));
    }
  };
  expect(await (await own()).text()).toContain('As it was.');
  await mai.uploadVersion(file!.id, 'b.txt', bytesOf('As it is now.'));
  expect(await (await own()).text()).toContain('As it is now.');
  expect((await school.as('chidi').raw('readMyThumbnail', { params })).status).toBe(404);
});

test('what cannot be drawn has none, and is not tried with every look', async () => {
  const locked = fs.readFileSync(
    path.join(import.meta.dirname, '../../../e2e/files/every/locked-report.docx'),
  );
  const pieceId = await turnedIn('locked.docx', new Uint8Array(locked));
  expect((await ask(teacher, pieceId)).status).toBe(204);
  await allDrawn();
  const kept = fs.statSync(placeOf(pieceId));
  expect(kept.size).toBe(0);
  expect((await ask(teacher, pieceId)).status).toBe(204);
  await allDrawn();
  expect(fs.statSync(placeOf(pieceId)).mtimeMs).toBe(kept.mtimeMs);
});

test('where there is hardly any room left nothing is drawn', async () => {
  const pieceId = await turnedIn('full.txt', bytesOf('No room for this.'));
  await school.restart({ mostBytes: 1 });
  expect((await ask(school.as('teacher'), pieceId)).status).toBe(204);
  await school.running.school.sideWorks.close();
  expect(isKept(pieceId)).toBe(false);
  await school.restart({ mostBytes: undefined });
  teacher = school.as('teacher');
});

test('of bytes that are kept no more no thumbnail stays', async () => {
  const pieceId = await turnedIn('gone.txt', bytesOf('Gone tomorrow.'));
  await drawn(pieceId);
  const other = await turnedIn('stays.txt', bytesOf('Here tomorrow.'));
  await drawn(other);
  const { running } = school;
  fs.rmSync(running.school.vault.pathOf(bytesKept(pieceId).sha256));
  expect(await clearThumbnails(running.school)).toBe(1);
  expect([isKept(pieceId), isKept(other)]).toEqual([false, true]);
  // And of what is not there none is drawn.
  expect(await findThumbnail(running.school, bytesKept(pieceId))).toBeNull();
  await running.school.sideWorks.close();
  expect(isKept(pieceId)).toBe(false);
});
