import fs from 'node:fs';
import path from 'node:path';
import { buffer } from 'node:stream/consumers';
import { ZipFile } from 'yazl';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { arrivedOf, type AssignmentId, type PileId } from '@vestibul/core';
import { TestSchool, bytesOf, type Caller } from '../testing/TestSchool';
import { madeZip, type MadeEntry } from '../testing/madeZip';
import { endQuietPiles } from './advance';

/* How piles come: as a ZIP, in part, stopped, or with a page that was closed in the middle. */
let school: TestSchool;
let teacher: Caller;
let profile: AssignmentId;
beforeAll(async () => {
  school = await TestSchool.open();
  teacher = school.as('teacher');
  profile = await school.assign('Hill Profile', [2, 10], '2030-02-01T23:59');
});
afterAll(() => school.close());

const course = () => ({ courseId: school.course });

describe('a ZIP file', () => {
  const text = (says: string) => Buffer.from(says);
  const good: MadeEntry = { name: 'set a/Chidi Abara Hill Profile.txt', bytes: text('the hill of a ZIP') };

  async function bringZip(entries: readonly MadeEntry[]) {
    return teacher.bringPile(school.course, { 'all.zip': madeZip(entries) });
  }
  const refusedOf = async (id: PileId) =>
    Object.fromEntries(
      (await teacher.piecesIn(id, 'refused')).map(({ path: name, reason }) => [name, reason]),
    );

  test('is taken apart: folders tell, litter and traps are refused by name, and the rest goes on', async () => {
    const pile = await bringZip([
      { name: 'set a/', bytes: text('') },
      good,
      { name: 'Mai Dang/scan 4.txt', bytes: text('told by its folder\nHill Profile') },
      { name: '../../escape.txt', bytes: text('out') },
      { name: '/etc/passwd', bytes: text('out') },
      { name: 'C:\\boot.ini', bytes: text('out') },
      { name: 'a link', bytes: text('/etc/passwd'), mode: 0o120777 },
      { name: 'locked.txt', bytes: text('x'), flags: 0x801 },
      { name: 'empty.txt', bytes: text('') },
      { name: '__MACOSX/._Chidi.txt', bytes: text('x') },
      { name: 'x/.DS_Store', bytes: text('x') },
      { name: 'Thumbs.db', bytes: text('x') },
      { name: 'wrong sum.txt', bytes: text('not these'), saysSum: 1 },
      { name: 'wrong size.txt', bytes: text('longer than it says'), saysSize: 3 },
      { name: 'bomb.txt', bytes: Buffer.alloc(80 * 1024 ** 2) },
    ]);
    expect(await refusedOf(pile.id)).toEqual({
      '../../escape.txt': 'outside',
      '/etc/passwd': 'outside',
      'C:/boot.ini': 'outside',
      'a link': 'link',
      'locked.txt': 'encrypted',
      'empty.txt': 'empty',
      '__MACOSX/._Chidi.txt': 'litter',
      'x/.DS_Store': 'litter',
      'Thumbs.db': 'litter',
      'wrong sum.txt': 'corrupt',
      'wrong size.txt': 'corrupt',
      'bomb.txt': 'bomb',
    });
    expect(pile.counts).toMatchObject({ placed: 2, refused: 12 });
    expect(arrivedOf(pile.counts)).toBe(14);
    expect(pile.pieces.map(({ students }) => students)).toEqual(
      expect.arrayContaining([[school.ids.chidi], [school.ids.mai]]),
    );
    // Nothing was written under the names it holds.
    expect(fs.existsSync(path.join(school.folder, '..', 'escape.txt'))).toBe(false);
    expect(fs.readdirSync(path.join(school.folder, 'vault', 'new'))).toEqual([]);
  });

  test('names in old code pages are read, as the format’s own and as Windows writes them', async () => {
    // 'Đ' is in neither; these are 'Müller', 'señal' and 'Übung' in CP437 and Windows-1252 (Unicode, CP437.TXT, CP1252.TXT).
    const pile = await bringZip([
      {
        name: Buffer.from([0x4d, 0x81, 0x6c, 0x6c, 0x65, 0x72, 0x2e, 0x74, 0x78, 0x74]),
        bytes: text('a1'),
        flags: 0,
      },
      {
        name: Buffer.from([0x73, 0x65, 0xf1, 0x61, 0x6c, 0x2e, 0x74, 0x78, 0x74]),
        bytes: text('a2'),
        flags: 0,
      },
      { name: Buffer.from('Übung.txt', 'utf8'), bytes: text('a3'), flags: 0 },
    ]);
    const names = (await teacher.piecesIn(pile.id, 'to sort')).map(({ path: name }) => name).sort();
    expect(names).toEqual(['Müller.txt', 'señal.txt', 'Übung.txt'].sort());
  });

  test('made by another program is read the same', async () => {
    const other = new ZipFile();
    other.addBuffer(Buffer.from('by another hand'), 'Ali Demir Hill Profile.txt');
    other.addBuffer(Buffer.from('by her'), 'mai dang hill profile.txt');
    other.end();
    const pile = await teacher.bringPile(school.course, {
      'made.zip': (await buffer(other.outputStream)) as Buffer<ArrayBuffer>,
    });
    expect(arrivedOf(pile.counts)).toBe(2);
    expect(pile.counts.placed).toBe(1);
  });

  test('that is none, or breaks off, is refused by name', async () => {
    const whole = madeZip([good, { name: 'b.txt', bytes: text('b') }]);
    const pile = await teacher.bringPile(school.course, {
      'broken.zip': whole.subarray(0, whole.length - 30) as Buffer<ArrayBuffer>,
    });
    expect(await refusedOf(pile.id)).toEqual({ 'broken.zip': 'not-a-zip' });
  });

  test('whose taking out was cut off by a restart goes on where it was', async () => {
    const { id } = await teacher.must('makePile', { params: course(), body: { name: 'cut off' } });
    const entries = Array.from({ length: 60 }, (_, i) => ({
      name: `qq ${i}.txt`,
      bytes: Buffer.from(`cut ${i}`),
    }));
    await teacher.sendWithPile(id, 'cut.zip', madeZip(entries));
    await school.restart();
    teacher = school.as('teacher');
    await teacher.must('endSending', { params: { pileId: id } });
    const pile = await teacher.pileDone(id);
    expect(pile.counts).toMatchObject({ 'to sort': 60, refused: 0 });
    expect(arrivedOf(pile.counts)).toBe(60);
  });

  test('that is stopped keeps what was taken out, and takes nothing more', async () => {
    const { id } = await teacher.must('makePile', { params: course(), body: { name: 'stopped' } });
    await teacher.must('stopPile', { params: { pileId: id } });
    const refused = await teacher.startUpload({ pileId: id }, 'late.txt', 4);
    expect(refused.status).toBe(409);
    expect(refused.body).toContain('pile-stopped');
    expect((await teacher.pileDone(id)).state).toBe('stopped');
  });

  test('whose page was closed in the middle: what came is placed, and what came in part is told', async () => {
    const { id } = await teacher.must('makePile', {
      params: course(),
      body: { name: 'Lid closed', assignmentId: profile },
    });
    await teacher.sendWithPile(id, 'mai dang closed lid.txt', bytesOf('whole before the lid was closed'));
    const half = await teacher.startUpload({ pileId: id }, 'ali half.txt', 100);
    await teacher.sendBytes(half.id, bytesOf('not all of it'));
    const { school: inside } = school.running;
    const counted = async () =>
      (await teacher.must('readPile', { params: { pileId: id }, query: {} })).counts;
    const minutesAgo = (minutes: number) => new Date(Date.now() - minutes * 60_000);

    // Nothing is quiet yet.
    await endQuietPiles(inside);
    expect((await counted()).refused).toBe(0);
    // Nothing began or ended for a while, but bytes of the half came a moment ago: it may go on.
    const before = minutesAgo(5).toISOString();
    inside.db.prepare('UPDATE pile SET made_at = ? WHERE id = ?').run(before, id);
    inside.db.prepare('UPDATE upload SET started_at = ? WHERE pile_id = ?').run(before, id);
    inside.db
      .prepare('UPDATE upload SET arrived_at = ? WHERE pile_id = ? AND arrived_at IS NOT NULL')
      .run(before, id);
    await endQuietPiles(inside);
    expect((await counted()).refused).toBe(0);
    expect(await teacher.offsetOf(half.id)).toBe(13);
    // Not a byte for a quarter of an hour: it was lost.
    fs.utimesSync(path.join(inside.arriving, half.id), minutesAgo(15), minutesAgo(15));
    await endQuietPiles(inside);
    const pile = await teacher.pileDone(id, 'refused');
    expect(pile.counts).toMatchObject({ placed: 1, refused: 1 });
    expect(pile.pieces.map(({ path: name, reason }) => [name, reason])).toEqual([
      ['ali half.txt', 'half-sent'],
    ]);
    expect(fs.existsSync(path.join(inside.arriving, half.id))).toBe(false);
    expect((await teacher.sendBytes(half.id, bytesOf('late'), 13)).status).toBeGreaterThanOrEqual(400);
  });

  test('stopped on its way: what has come lies on the table, and nothing is placed', async () => {
    const { id } = await teacher.must('makePile', { params: course(), body: { name: 'half' } });
    await teacher.sendWithPile(id, 'Chidi Abara Hill Profile half.txt', bytesOf('half'));
    await school.running.school.piles.rest();
    await teacher.must('stopPile', { params: { pileId: id } });
    const { counts } = await teacher.pileDone(id);
    expect(counts).toMatchObject({ 'to sort': 1, told: 0, reading: 0, placed: 0 });
  });
});
