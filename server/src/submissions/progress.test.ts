import fs from 'node:fs';
import path from 'node:path';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { AssignmentId, Sha256 } from '@vestibul/core';
import { sha256Hex } from '@vestibul/core';
import { findScans } from '../testing/findScans';
import { startFromForm } from '../testing/olderForm';
import { TestSchool, bytesOf, until } from '../testing/TestSchool';

const sheet = `Stream gauge log\nName:\nRead the gauge on five days. Write down each height in centimetres.\nWhich day was the highest, and why?`;
let school: TestSchool;
let assignmentId: AssignmentId;
beforeAll(async () => {
  school = await TestSchool.open();
  assignmentId = await school.assign('Gauge', [2, 10], '2030-01-15T23:59');
});
afterAll(() => school.close());

const progress = (id = assignmentId, who = 'teacher') =>
  school.as(who).must('readProgress', { params: { assignmentId: id } });
const turnIn = async (who: string, files: Record<string, Uint8Array<ArrayBuffer>>, id = assignmentId) => {
  const uploads = [];
  for (const [name, bytes] of Object.entries(files))
    uploads.push(await school.as(who).upload(id, name, bytes));
  return (await school.as(who).turnIn(id, uploads)).data.submissionId;
};
const handOut = async (text: string, id = assignmentId) => {
  const teacher = school.as('teacher');
  const upload = await teacher.uploadBlank(school.course, 'sheet.txt', bytesOf(text));
  const body = { uploadId: upload, title: `Sheet ${text.length}` };
  const blank = await teacher.must('keepBlank', { params: { courseId: school.course }, body });
  await teacher.must('handOut', {
    params: { blankId: blank.id },
    body: { periodIds: [school.periods[2], school.periods[10]], assignmentId: id },
  });
};
/** How far each work is, once all is measured. */
const measured = async () => {
  await until(async () => (await progress()).waiting === 0);
  return new Map((await progress()).works.map((work) => [work.submissionId, work]));
};

test('of an assignment with which nothing was handed out there is nothing to tell', async () => {
  await turnIn('mai', { 'a.txt': bytesOf('Of Mai') }, school.assignment);
  expect(await progress(school.assignment)).toEqual({ hasBlank: false, waiting: 0, works: [] });
});

test('what is in is measured beside the requests: untouched, begun and how much was added; and each only once', async () => {
  await handOut(sheet);
  const untouched = await turnIn('mai', { 'a.txt': bytesOf(sheet.replace(/\n/g, '\r\n')) });
  const begun = await turnIn('ali', {
    // Of several pieces the one to which most was added counts.
    'notes.txt': bytesOf(sheet),
    'b.txt': bytesOf(sheet.replace('Name:', 'Name: Ali Demir')),
  });
  const photo = fs.readFileSync(path.resolve('server/src/extraction/testing/files/exiftool.jpg'));
  const unknown = await turnIn('chidi', { 'photo.jpg': new Uint8Array(photo) });
  expect((await progress()).waiting).toBe(4);
  const works = await measured();
  expect(works.get(untouched)).toMatchObject({ state: 'untouched', added: 0, share: 0 });
  expect(works.get(begun)).toMatchObject({
    attempt: 1,
    state: 'begun',
    added: 2,
    removed: 0,
    words: 25,
    share: 0.08,
  });
  // A photo of the sheet has no words to compare.
  expect(works.has(unknown)).toBe(false);
  expect((await progress()).waiting).toBe(0);
  expect(findScans(school.running.school.db)).toEqual([]);

  await turnIn('mai', { 'a.txt': bytesOf(`${sheet} Thursday, after the rain.`) });
  expect((await progress()).waiting).toBe(1);
  expect((await measured()).get(untouched)).toMatchObject({ attempt: 2, state: 'begun', added: 4 });
});

test('another version of what was handed out is measured against too, and the nearest counts', async () => {
  const longer = `${sheet}\nDraw the level of the water for each day, and mark the highest with a cross.`;
  await handOut(longer);
  const id = await turnIn('ali2', { 'c.txt': bytesOf(longer) });
  expect((await measured()).get(id)).toMatchObject({ state: 'untouched' });
});

test('bytes that are gone are not waited for', async () => {
  const text = `${sheet} nobody else has these bytes`;
  await turnIn('ali2', { 'lost.txt': bytesOf(text) });
  await fs.promises.rm(school.running.school.vault.pathOf(sha256Hex(text) as Sha256));
  expect((await measured()).size).toBe(2);
});

test('only the staff is told', async () => {
  for (const who of ['mai', 'other teacher', 'outsider'])
    expect((await school.as(who).call('readProgress', { params: { assignmentId } })).status).toBe(403);
  expect((await progress(assignmentId, 'aide')).hasBlank).toBe(true);
});

test('a school from before has all measured again', async () => {
  const before = await measured();
  await startFromForm(school, 42);
  expect(await measured()).toEqual(before);
});
