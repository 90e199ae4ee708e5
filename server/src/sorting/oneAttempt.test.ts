import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { verifyReceipt, type AssignmentId, type PileId, type ReceiptFile } from '@vestibul/core';
import { TestSchool, bytesOf, type Caller } from '../testing/TestSchool';
import { madeZip } from '../testing/madeZip';

/** What of one pile goes to one student for one assignment is one attempt, however it gets there. */
let school: TestSchool;
let teacher: Caller;
beforeAll(async () => {
  school = await TestSchool.open();
  teacher = school.as('teacher');
});
afterAll(() => school.close());

const course = () => ({ courseId: school.course });
const lines = async (kind: string) =>
  (await teacher.must('readLedger', { params: course(), query: { kind } })).lines.length;
const idOf = async (pile: PileId, path: string) =>
  (await teacher.piecesIn(pile, 'to sort')).find((piece) => piece.path === path)!.id;

async function slotOf(assignment: AssignmentId, who: string) {
  const { slots } = await teacher.must('readRack', { params: course() });
  return slots.find(
    ({ assignmentId, studentId }) => assignmentId === assignment && studentId === school.ids[who],
  )!;
}

async function place(piece: Awaited<ReturnType<typeof idOf>>, who: string, assignment: AssignmentId) {
  await teacher.must('sortPieces', {
    params: course(),
    body: { kind: 'place', pieces: [piece], students: [school.ids[who]], assignment },
  });
}

test('more than are placed in one turn of the server', async () => {
  const essay = await school.assign('Essay', [2, 10], '2030-02-01T23:59');
  // Her own lie far apart in the order of paths.
  const names = Array.from({ length: 45 }, (_, i) => `${i}/Mai Đặng essay ${i}.txt`);
  const zip = madeZip(names.map((name) => ({ name, bytes: bytesOf(name) })));
  const pile = await teacher.bringPile(school.course, { 'essays.zip': zip });
  expect(pile.counts.placed).toBe(45);
  expect(await slotOf(essay, 'mai')).toMatchObject({ attempt: 1, pieces: 45 });
});

test('those that somebody sorts one after the other, with what was placed by itself', async () => {
  const map = await school.assign('Land Use Map', [2, 10], '2030-02-01T23:59');
  const pile = await teacher.bringPile(school.course, {
    'chidi abara land use map.txt': bytesOf('m1'),
    'IMG_1.txt': bytesOf('m2'),
    'IMG_2.txt': bytesOf('m3'),
  });
  expect(pile.counts).toMatchObject({ placed: 1, 'to sort': 2 });
  const before = [await lines('turned in'), await lines('pieces added')];
  await place(await idOf(pile.id, 'IMG_1.txt'), 'chidi', map);
  await place(await idOf(pile.id, 'IMG_2.txt'), 'chidi', map);
  const slot = await slotOf(map, 'chidi');
  expect(slot).toMatchObject({ attempt: 1, pieces: 3 });
  expect([await lines('turned in'), await lines('pieces added')]).toEqual([before[0], before[1]! + 2]);

  // Its receipt is of the last line, and proves the bytes of all three.
  const answer = await school
    .as('chidi')
    .raw('readReceipt', { params: { submissionId: slot.id!, attempt: '1' } });
  const receipt = (await answer.json()) as ReceiptFile;
  expect(verifyReceipt(receipt)).toEqual({ ok: true });
  expect(receipt.event).toMatchObject({ kind: 'pieces added', facts: { attempt: 1, pieces: 3 } });
  expect(new Set((receipt.event.facts as { sealed: string[] }).sealed).size).toBe(3);

  // Undone, the two that stay are one attempt again, and what is undone lies on the table.
  await teacher.must('undoSorting', { params: course() });
  expect(await slotOf(map, 'chidi')).toMatchObject({ attempt: 2, pieces: 2 });
  expect((await teacher.pileDone(pile.id)).counts).toMatchObject({ placed: 2, 'to sort': 1 });
  await teacher.must('redoSorting', { params: course() });
  expect(await slotOf(map, 'chidi')).toMatchObject({ attempt: 2, pieces: 3 });
});

test('several undone at once are taken back once', async () => {
  const poem = await school.assign('Poem', [2, 10], '2030-02-01T23:59');
  const pile = await teacher.bringPile(
    school.course,
    { 'DSC_1.txt': bytesOf('p1'), 'DSC_2.txt': bytesOf('p2'), 'DSC_3.txt': bytesOf('p3') },
    { assignmentId: poem },
  );
  const ids = (await teacher.piecesIn(pile.id, 'to sort')).map(({ id }) => id);
  await teacher.must('sortPieces', {
    params: course(),
    body: { kind: 'place', pieces: ids, students: [school.ids.mai, school.ids.chidi], assignment: poem },
  });
  const before = await lines('placing undone');
  await teacher.must('undoSorting', { params: course() });
  expect((await lines('placing undone')) - before).toBe(2);
  expect((await teacher.pileDone(pile.id)).counts['to sort']).toBe(3);
  for (const who of ['mai', 'chidi']) expect((await slotOf(poem, who))?.pieces ?? 0).toBe(0);
});

test('undone after the student has turned in anew, what they turned in goes on counting', async () => {
  const essay = await school.assign('Cliff Essay', [2, 10], '2030-02-01T23:59');
  const pile = await teacher.bringPile(school.course, {
    'mai dang cliff essay.txt': bytesOf('e1'),
    'IMG_5.txt': bytesOf('e2'),
  });
  await place(await idOf(pile.id, 'IMG_5.txt'), 'mai', essay);
  const mai = school.as('mai');
  await mai.turnIn(essay, [await mai.upload(essay, 'better.txt', bytesOf('e3'))]);
  await teacher.must('undoSorting', { params: course() });
  expect(await slotOf(essay, 'mai')).toMatchObject({ attempt: 2, pieces: 1 });
  expect((await teacher.pileDone(pile.id)).counts).toMatchObject({ placed: 1, 'to sort': 1 });
});

test('what was reviewed is left as it is: what comes then is another attempt', async () => {
  const table = await school.assign('Soil Table', [2, 10], '2030-02-01T23:59');
  const pile = await teacher.bringPile(school.course, {
    'mai dang soil table.txt': bytesOf('s1'),
    'IMG_7.txt': bytesOf('s2'),
  });
  const { id: submissionId } = await slotOf(table, 'mai');
  await teacher.must('review', { params: { submissionId: submissionId! }, body: { attempt: 1 } });
  await place(await idOf(pile.id, 'IMG_7.txt'), 'mai', table);
  expect(await slotOf(table, 'mai')).toMatchObject({ attempt: 2, pieces: 1 });
});

test('so is another pile, and one after the student has turned in anew', async () => {
  const log = await school.assign('Bird Log', [2, 10], '2030-02-01T23:59');
  const first = await teacher.bringPile(school.course, {
    'mai dang bird log.txt': bytesOf('b1'),
    'IMG_8.txt': bytesOf('b2'),
  });
  await teacher.bringPile(school.course, { 'mai dang bird log.txt': bytesOf('b3') });
  expect(await slotOf(log, 'mai')).toMatchObject({ attempt: 2, pieces: 1 });
  const mai = school.as('mai');
  await mai.turnIn(log, [await mai.upload(log, 'mine.txt', bytesOf('b4'))]);
  await place(await idOf(first.id, 'IMG_8.txt'), 'mai', log);
  expect(await slotOf(log, 'mai')).toMatchObject({ attempt: 4, pieces: 1 });
});
