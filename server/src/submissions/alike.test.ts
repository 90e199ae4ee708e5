import fs from 'node:fs';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { AssignmentId, PieceId, Sha256 } from '@vestibul/core';
import { sha256Hex } from '@vestibul/core';
import { clearTexts } from '../extraction/keptTexts';
import { findScans } from '../testing/findScans';
import { startFromForm } from '../testing/olderForm';
import { TestSchool, bytesOf, until } from '../testing/TestSchool';

const asks = 'Read the gauge on five days and write down each height in centimetres.';
const own =
  'On Monday the gauge stood at 41 centimetres, two more than on the day before. It rained all night, and the stream was brown.';
const other =
  'I measured on Tuesday from the footbridge because the bank had given way. The water stood at 38 and fell.';
let school: TestSchool;
let assignmentId: AssignmentId;

beforeAll(async () => {
  school = await TestSchool.open();
  const { id } = await school.as('teacher').must('makeAssignment', {
    params: { courseId: school.course },
    body: {
      title: 'Gauge',
      directions: asks,
      dues: [2, 10].map((number) => ({ periodId: school.periods[number], dueLocal: '2030-01-15T23:59' })),
    },
  });
  assignmentId = id;
});
afterAll(() => school.close());

const turnIn = async (who: string, files: Record<string, string>, id = assignmentId) => {
  const uploads = [];
  for (const [name, text] of Object.entries(files))
    uploads.push(await school.as(who).upload(id, name, bytesOf(text)));
  await school.as(who).turnIn(id, uploads);
};
const alike = (who = 'teacher') => school.as(who).must('readAlike', { params: { assignmentId } });
/** What is told once all is looked through. */
const found = async (who = 'teacher') => {
  await until(async () => !(await alike(who)).isLooking);
  return alike(who);
};
const who = ({ pairs }: Awaited<ReturnType<typeof alike>>) =>
  pairs.map(({ a, b }) => [a, b].map(({ student }) => student.called || student.first).toSorted());
const pairOf = (a: PieceId, b: PieceId, by = 'teacher') =>
  school.as(by).call('readAlikePair', { params: { assignmentId, pieceId: a, otherPieceId: b } });

test('works that share only the directions are not told; nor is anything of one work alone', async () => {
  await turnIn('mai', { 'log.txt': `${asks}\n${own}` });
  expect(await alike()).toEqual({ isLooking: false, failed: false, compared: 1, unread: 0, pairs: [] });
  await turnIn('ali', { 'log.txt': `${asks}\n${other}` });
  expect((await alike()).isLooking).toBe(true);
  expect(await found()).toEqual({ isLooking: false, failed: false, compared: 2, unread: 0, pairs: [] });
});

test('a pair is told with how much is the same, and side by side with what; pieces of one student are no pair', async () => {
  await turnIn('ali2', { 'mine.txt': `${own} So it was.`, 'copy of mine.txt': `${own} So it was, too.` });
  const answer = await found();
  expect(answer).toMatchObject({ compared: 4, unread: 0 });
  expect(answer.pairs).toHaveLength(2);
  for (const { a, b, alike: share, same } of answer.pairs) {
    expect([a, b].map(({ student }) => student.id).toSorted()).toEqual(
      [school.ids.mai, school.ids.ali2].toSorted(),
    );
    expect([a.period, b.period].toSorted()).toEqual(['Period 10', 'Period 2']);
    expect([a.elsewhere, b.elsewhere, same]).toEqual([null, null, false]);
    expect(share).toBeGreaterThan(0.7);
    expect(share).toBeLessThan(1);
  }
  const [{ a, b }] = answer.pairs as [(typeof answer.pairs)[number]];
  const { data } = await pairOf(a.pieceId, b.pieceId);
  expect(data.same).toBe(false);
  for (const { text, passages } of data.sides)
    expect(passages.map(({ from, to, number }) => [number, text.slice(from, to)])).toEqual([
      [1, own.slice(0, -1)],
    ]);
  expect(findScans(school.running.school.db)).toEqual([]);
});

test('works without text are told where they are the same bytes; what cannot be read is counted', async () => {
  const photo = fs.readFileSync('server/src/extraction/testing/files/exiftool.jpg');
  for (const student of ['mai', 'ali2']) {
    const upload = await school.as(student).upload(assignmentId, 'p.jpg', new Uint8Array(photo));
    await school.as(student).turnIn(assignmentId, [upload]);
  }
  const cut = await fs.promises.readFile('e2e/files/every/cut-report.docx');
  await school
    .as('ali')
    .turnIn(assignmentId, [await school.as('ali').upload(assignmentId, 'b.docx', new Uint8Array(cut))]);
  const answer = await found();
  expect(answer).toMatchObject({ compared: 3, unread: 1, pairs: [{ alike: 1, same: true }] });
  const [{ a, b }] = answer.pairs as [(typeof answer.pairs)[number]];
  const { data } = await pairOf(a.pieceId, b.pieceId);
  expect(data).toEqual({
    same: true,
    sides: [
      { text: '', passages: [] },
      { text: '', passages: [] },
    ],
  });
});

test('work for an assignment of the same title in another course is told of too, to those who are on its staff', async () => {
  await turnIn('mai', { 'log.txt': `${own} And then?` });
  const theirs = school.as('other teacher');
  const [botany] = await theirs.must('listCourses', {});
  const params = { courseId: botany!.id };
  const [period] = (await theirs.must('readCourse', { params })).periods;
  const { id } = await theirs.must('makeAssignment', {
    params,
    body: { title: 'gauge', dues: [{ periodId: period!.id, dueLocal: '2030-01-15T23:59' }] },
  });
  await turnIn('outsider', { 'mine.txt': `Of last year. ${own}` }, id);
  // Of a course in which nobody of here teaches nothing is compared.
  expect(who(await found())).toEqual([]);
  await theirs.must('addStaff', { params, body: { email: 'tamsin@x.example', role: 'aide' } });
  expect(who(await found())).toEqual([['Mai', 'Nico']]);
  const [{ a, b }] = (await alike()).pairs as [Awaited<ReturnType<typeof alike>>['pairs'][number]];
  const [mine, nicos] = a.elsewhere ? [b, a] : [a, b];
  expect(mine.elsewhere).toBeNull();
  expect(nicos.elsewhere).toEqual({
    courseId: botany!.id,
    assignmentId: id,
    course: 'Botany',
    year: '2026–27',
  });
  expect((await pairOf(a.pieceId, b.pieceId)).status).toBe(200);
  for (const blind of ['co-teacher', 'aide']) {
    expect(who(await found(blind))).toEqual([]);
    expect((await pairOf(a.pieceId, b.pieceId, blind)).status).toBe(404);
  }
  // Their own pairs are those of the other course.
  const { pairs } = await theirs.must('readAlike', { params: { assignmentId: id } });
  expect(pairs).toEqual([]);
});

test('only the staff is told, and only of pieces that are compared', async () => {
  for (const stranger of ['mai', 'outsider'])
    expect((await school.as(stranger).call('readAlike', { params: { assignmentId } })).status).toBe(403);
  const [{ a }] = (await alike()).pairs as [Awaited<ReturnType<typeof alike>>['pairs'][number]];
  expect((await pairOf(a.pieceId, a.pieceId)).status).toBe(404);
  expect((await pairOf(a.pieceId, 'p_none' as PieceId)).status).toBe(404);
});

test('works that cannot be compared are told to be so, and are not compared again and again', async () => {
  const { db } = school.running.school;
  const isBroken = (broken: boolean) =>
    db.prepare('UPDATE inside SET others = ?').run(broken ? 'no list' : '[]');
  const before = await found();
  isBroken(true);
  await turnIn('ali', { 'log.txt': 'Nothing to tell of the stream on any of these days.' });
  expect(await found()).toMatchObject({ isLooking: false, failed: true, pairs: [] });
  isBroken(false);
  expect(await alike()).toMatchObject({ isLooking: false, failed: true });
  await turnIn('ali', { 'log.txt': 'Nothing to tell of the stream on any of these days, but rain.' });
  expect((await found()).pairs).toEqual(before.pairs);
});

test('of bytes that are put away no text stays; a school from before has all looked for again', async () => {
  const { db, vault } = school.running.school;
  const sha256 = sha256Hex(`${asks}\n${other}`) as Sha256;
  const isKept = () => db.prepare('SELECT 1 FROM inside WHERE sha256 = ?').get(sha256) !== undefined;
  expect(isKept()).toBe(true);
  await fs.promises.rm(vault.pathOf(sha256));
  expect(await clearTexts(school.running.school)).toBe(1);
  expect(isKept()).toBe(false);
  const before = await found();
  await startFromForm(school, 43);
  expect((await alike()).isLooking).toBe(true);
  expect(await found()).toEqual(before);
});
