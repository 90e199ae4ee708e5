import fs from 'node:fs';
import path from 'node:path';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { BlankId } from '@vestibul/core';
import { all } from '../platform/database/database';
import { findScans } from '../testing/findScans';
import { TestSchool, bytesOf } from '../testing/TestSchool';

let school: TestSchool;
let blank: BlankId;
beforeAll(async () => {
  school = await TestSchool.open();
});
afterAll(() => school.close());

const inCourse = () => ({ courseId: school.course });
const keep = async (text: string, title: string, blankId: BlankId | null = null) => {
  const teacher = school.as('teacher');
  const uploadId = await teacher.uploadBlank(school.course, `${title}.txt`, bytesOf(text));
  return teacher.must('keepBlank', { params: inCourse(), body: { uploadId, title, blankId } });
};
const listed = async () =>
  (await school.as('aide').must('listBlanks', { params: inCourse() })).find(({ id }) => id === blank)!;
const filesInVault = () =>
  fs
    .readdirSync(path.join(school.folder, 'vault'), { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile() && entry.name.length === 64).length;

test('a master is kept apart, and handing it out gives everybody a copy of their own over the same bytes', async () => {
  const kept = await keep('Five readings: __', 'Gauge sheet');
  blank = kept.id;
  const files = filesInVault();
  const teacher = school.as('teacher');
  const people = Array.from({ length: 150 }, (_, i) => ({
    last: `Ölün${i}`,
    first: 'Zoë',
    email: `z${i}@x.example`,
    periodId: school.periods[2],
  }));
  await teacher.must('joinRoster', { params: inCourse(), body: { fromList: true, people } });
  const periodIds = [school.periods[2], school.periods[10]];
  expect(await teacher.must('handOut', { params: { blankId: blank }, body: { periodIds } })).toEqual({
    handedOut: 154,
  });
  expect(filesInVault()).toBe(files);
  expect(await listed()).toMatchObject({ version: 1, copies: 154, outdated: 0 });

  const { copies } = await school.as('mai').must('listMyCopies', { query: { before: '' } });
  expect(copies).toMatchObject([
    { title: 'Gauge sheet', name: '02-Đặng_Thị Mai_Gauge sheet.txt', isOld: false },
  ]);
  expect(copies[0]!.canOpen.map((who) => (who.kind === 'person' ? who.person.last : who.kind))).toEqual([
    'Tamsin',
    'Okonjo',
    'Sandoval',
    'office',
  ]);
  const [line] = all<{ canonical: string }>(
    school.running.school.db,
    `SELECT canonical FROM event WHERE course_id = ? AND kind = 'handed out' AND student_id = ? ORDER BY idx`,
    [school.course, school.ids.mai!],
  );
  expect(JSON.parse(line!.canonical).facts).toMatchObject({ owner: school.ids.mai, version: 1, blank });
});

test('a copy is opened by its student and by the staff, and by nobody else', async () => {
  const { copies } = await school.as('mai').must('listMyCopies', { query: { before: '' } });
  const params = { copyId: copies[0]!.id };
  for (const who of ['mai', 'teacher', 'co-teacher', 'aide', 'office']) {
    const response = await school.as(who).raw('readCopy', { params });
    expect([response.status, await response.text()]).toEqual([200, 'Five readings: __']);
  }
  for (const who of ['chidi', 'outsider', 'other teacher'])
    expect((await school.as(who).raw('readCopy', { params })).status).toBe(403);
  // The master itself is the staff’s.
  expect((await school.as('mai').raw('readBlank', { params: { blankId: blank } })).status).toBe(403);
  expect(await (await school.as('aide').raw('readBlank', { params: { blankId: blank } })).text()).toBe(
    'Five readings: __',
  );
});

test('who joins late has it by themselves; handing out again to all doubles nobody', async () => {
  const teacher = school.as('teacher');
  const done = await teacher.must('joinRoster', {
    params: inCourse(),
    body: {
      fromList: false,
      people: [{ last: 'Late', email: 'late@x.example', periodId: school.periods[10] }],
    },
  });
  expect(done).toMatchObject({ joined: 1, copies: 1 });
  const periodIds = [school.periods[2], school.periods[10]];
  expect(await teacher.must('handOut', { params: { blankId: blank }, body: { periodIds } })).toEqual({
    handedOut: 0,
  });
});

test('a replaced master shows who still has the old one, and they get the new one again under a name of its own', async () => {
  expect(await keep('Six readings: __', 'Gauge sheet', blank)).toEqual({ id: blank, version: 2 });
  expect(await listed()).toMatchObject({ version: 2, outdated: 155 });
  const { copies: before } = await school.as('mai').must('listMyCopies', { query: { before: '' } });
  expect(before).toMatchObject([{ version: 1, isOld: true }]);
  const teacher = school.as('teacher');
  const body = { againFor: [school.ids.mai, school.ids.mai] };
  expect(await teacher.must('handOut', { params: { blankId: blank }, body })).toEqual({ handedOut: 1 });
  const { copies } = await school.as('mai').must('listMyCopies', { query: { before: '' } });
  expect(copies.map(({ name, version }) => [name, version])).toEqual([
    ['02-Đặng_Thị Mai_Gauge sheet_2.txt', 2],
    ['02-Đặng_Thị Mai_Gauge sheet.txt', 1],
  ]);
  expect(await listed()).toMatchObject({ outdated: 154, copies: 156 });
  const pages: string[] = [];
  let after = '';
  let holders = 0;
  do {
    const page = await teacher.must('listCopies', { params: { blankId: blank }, query: { after } });
    holders += page.holders.length;
    pages.push(after);
    after = page.next ?? '';
  } while (after);
  expect([holders, pages.length]).toEqual([155, 3]);
});

test('one that is put away is listed and handed out no more; copies stay their students’', async () => {
  const teacher = school.as('teacher');
  await teacher.must('putAwayBlank', { params: { blankId: blank } });
  expect(await listed()).toBeUndefined();
  const refused = await teacher.call('handOut', {
    params: { blankId: blank },
    body: { againFor: [school.ids.mai] },
  });
  expect(refused.status).toBe(404);
  expect((await school.as('mai').must('listMyCopies', { query: { before: '' } })).copies).toHaveLength(2);
  expect(await teacher.call('handOut', { params: { blankId: blank }, body: {} })).toMatchObject({
    status: 404,
  });
});

test('a blank comes from who runs the course, whole, and is one person’s upload', async () => {
  for (const who of ['mai', 'aide', 'other teacher'])
    expect((await school.as(who).startUpload({ courseId: school.course }, 'x.txt', 3)).body).toContain(
      'not-allowed',
    );
  const teacher = school.as('teacher');
  const uploadId = await teacher.uploadBlank(school.course, 'y.txt', bytesOf('mine'));
  const body = { uploadId, title: 'Mine' };
  expect((await school.as('co-teacher').call('keepBlank', { params: inCourse(), body })).error?.code).toBe(
    'upload-gone',
  );
  await teacher.must('keepBlank', { params: inCourse(), body });
  expect((await teacher.call('keepBlank', { params: inCourse(), body })).error?.code).toBe(
    'already-turned-in',
  );
  const half = await teacher.startUpload({ courseId: school.course }, 'half.txt', 10);
  expect(
    (await teacher.call('keepBlank', { params: inCourse(), body: { uploadId: half.id, title: 'Half' } }))
      .error?.code,
  ).toBe('still-arriving');
});

test('all of this ran on indexes', () => {
  expect(findScans(school.running.school.db)).toEqual([]);
});
