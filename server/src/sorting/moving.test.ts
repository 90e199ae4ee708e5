import { randomUUID } from 'node:crypto';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import type { SubmissionId } from '@vestibul/core';
import { all } from '../platform/database/database';
import { startFromForm } from '../testing/olderForm';
import { TestSchool, bytesOf, type Caller } from '../testing/TestSchool';

let school: TestSchool;
let teacher: Caller;
beforeEach(async () => {
  school = await TestSchool.open();
  teacher = school.as('teacher');
});
afterEach(() => school.close());

const inCourse = () => ({ courseId: school.course });
const slotOf = async (who: string) =>
  (await teacher.must('readRack', { params: inCourse() })).slots.find(
    (slot) => slot.studentId === school.ids[who] && slot.id !== null,
  );
const looseOf = async (who: string) =>
  (await school.as(who).must('listMyLoose', { query: { before: '' } })).files.map(({ name }) => name);
const move = (submissionId: SubmissionId, who: string, attempt = 1) =>
  teacher.call('movePlacing', {
    params: { submissionId },
    body: { attempt, studentId: school.ids[who]!, assignmentId: school.assignment },
  });
/** A file that the name alone places, with the wrong student. */
const misplaced = { 'Chidi Abara Stream gauge log.txt': bytesOf('Mai’s five readings') };

/** Somebody’s file is placed by hand with the wrong student. */
async function placeWithChidi(): Promise<void> {
  const pile = await teacher.bringPile(school.course, { 'whose is it.txt': bytesOf('five readings') });
  const [piece] = await teacher.piecesIn(pile.id, 'to sort');
  await teacher.must('sortPieces', {
    params: inCourse(),
    body: {
      kind: 'place',
      pieces: [piece!.id],
      students: [school.ids.chidi!],
      assignment: school.assignment,
    },
  });
}

/** What of a student's own can be had by the addresses that they may have seen. */
async function nothingLeftWith(who: string, submissionId: SubmissionId, pieceId: string): Promise<void> {
  const student = school.as(who);
  expect(await looseOf(who)).toEqual([]);
  expect((await student.raw('readPiece', { params: { pieceId } })).status).toBe(409);
  const read = await student.must('readSubmission', { params: { submissionId } });
  expect([read.pieces, read.attempts]).toEqual([[], []]);
  const tray = await student.must('readTray', { params: { assignmentId: school.assignment } });
  expect([tray.receipts, tray.uploads, tray.mayTakeBack]).toEqual([[], [], false]);
}

test('after an undo the file is in nobody’s drawer, and the wrong student opens and turns in nothing of it', async () => {
  await placeWithChidi();
  const slot = (await slotOf('chidi'))!;
  const params = { assignmentId: school.assignment };
  // Taken back into the tray meanwhile, it goes from there too.
  const chidi = school.as('chidi');
  await chidi.must('takeBack', {
    params: { submissionId: slot.id! },
    body: { attempt: 1, key: randomUUID() },
  });
  expect((await chidi.must('readTray', { params })).uploads).toHaveLength(1);
  await teacher.must('undoSorting', { params: inCourse(), body: {} });
  await nothingLeftWith('chidi', slot.id!, slot.topPieceId!);
  expect(all(school.running.school.db, "SELECT kind FROM event WHERE kind = 'placing undone'")).toHaveLength(
    1,
  );
});

describe('moving work that was placed', () => {
  test('by itself out of a pile: to its student, with its moment, and nothing stays behind', async () => {
    const pile = await teacher.bringPile(school.course, misplaced);
    const wrong = (await slotOf('chidi'))!;
    expect((await move(wrong.id!, 'mai')).status).toBe(200);
    await nothingLeftWith('chidi', wrong.id!, wrong.topPieceId!);
    expect(await slotOf('mai')).toMatchObject({
      state: 'turned in',
      turnedInAt: pile.madeAt,
      name: '02-Đặng_Thị Mai_Stream gauge log.txt',
    });
    expect(await slotOf('chidi')).toBeUndefined();
    // The pile still accounts for it, and what was placed can be moved on.
    expect((await teacher.must('readPile', { params: { pileId: pile.id }, query: {} })).counts.placed).toBe(
      1,
    );
    const right = (await slotOf('mai'))!;
    expect((await move(right.id!, 'chidi')).status).toBe(200);
    expect(await slotOf('chidi')).toMatchObject({ state: 'turned in', attempt: 2 });
  });

  test('what was said and given of it, and nobody has read, goes along, and is not handed back to the wrong one', async () => {
    await teacher.bringPile(school.course, misplaced);
    const wrong = (await slotOf('chidi'))!;
    const params = { submissionId: wrong.id! };
    const words = 'The third reading is yours, Mai.';
    const { pieces } = await teacher.must('readSubmission', { params });
    const anchor = { kind: 'area' as const, x: 1, y: 1, w: 9, h: 9, page: null };
    await teacher.must('comment', {
      params,
      body: { text: words, attempt: 1, place: { pieceId: pieces[0]!.id, anchor } },
    });
    await teacher.must('addNote', { params, body: { text: 'Ask Mai.', attempt: 1 } });
    await move(wrong.id!, 'mai');
    const chidi = school.as('chidi');
    const { data } = await chidi.turnIn(school.assignment, [
      await chidi.upload(school.assignment, 'mine.txt', bytesOf('his own')),
    ]);
    const right = (await slotOf('mai'))!;
    await teacher.must('handBack', {
      params: inCourse(),
      body: {
        works: [
          { submissionId: data.submissionId, attempt: data.attempt },
          { submissionId: right.id!, attempt: right.attempt },
        ],
      },
    });
    const readBy = (who: string, submissionId: SubmissionId) =>
      school.as(who).must('readSubmission', { params: { submissionId } });
    expect((await readBy('chidi', data.submissionId)).comments).toEqual([]);
    // At its place in the same bytes, which are a piece of hers now.
    const hers = await readBy('mai', right.id!);
    expect(hers.comments).toMatchObject([{ text: words, place: { pieceId: hers.pieces[0]!.id, anchor } }]);
    expect((await teacher.must('listNotes', { params: { submissionId: right.id! } })).length).toBe(1);
    expect(await teacher.must('listNotes', { params })).toEqual([]);
  });

  test('undone instead, what was said of it stays with the staff', async () => {
    await placeWithChidi();
    const wrong = (await slotOf('chidi'))!;
    const params = { submissionId: wrong.id! };
    await teacher.must('comment', { params, body: { text: 'Not your hand?', attempt: 1 } });
    await teacher.must('undoSorting', { params: inCourse(), body: {} });
    const chidi = school.as('chidi');
    const { data } = await chidi.turnIn(school.assignment, [
      await chidi.upload(school.assignment, 'mine.txt', bytesOf('his own')),
    ]);
    await teacher.must('handBack', {
      params: inCourse(),
      body: { works: [{ submissionId: data.submissionId, attempt: data.attempt }] },
    });
    expect((await chidi.must('readSubmission', { params })).comments).toEqual([]);
    expect((await teacher.must('readSubmission', { params })).comments).toHaveLength(1);
    const [mine] = await chidi.must('listMyAssignments');
    expect(mine!.comments).toBe(0);
  });

  test('by a side door: the same', async () => {
    const door = await school.makeDoor({ assignmentId: school.assignment });
    const guest = await school.enter('guest', door.token, { name: 'mai dang' });
    await guest.must('deliver', {
      params: { token: door.token },
      body: { key: randomUUID(), uploadIds: [await guest.bring('w.txt', bytesOf('a wren'))] },
    });
    const { deliveries } = await teacher.must('listDeliveries', { params: inCourse(), query: { after: '' } });
    await teacher.must('placeDelivery', {
      params: { deliveryId: deliveries[0]!.id },
      body: { studentId: school.ids.chidi!, assignmentId: school.assignment },
    });
    const wrong = (await slotOf('chidi'))!;
    expect((await move(wrong.id!, 'mai')).status).toBe(200);
    await nothingLeftWith('chidi', wrong.id!, wrong.topPieceId!);
    expect(await slotOf('mai')).toMatchObject({ state: 'turned in', originalName: 'w.txt' });
  });

  test('by a side door and then undone: it waits on the table again, also after it was turned away', async () => {
    const door = await school.makeDoor({ assignmentId: school.assignment });
    const guest = await school.enter('guest', door.token, { name: 'mai dang' });
    await guest.must('deliver', {
      params: { token: door.token },
      body: { key: randomUUID(), uploadIds: [await guest.bring('w.txt', bytesOf('a wren'))] },
    });
    const waiting = async () =>
      (await teacher.must('listDeliveries', { params: inCourse(), query: { after: '' } })).deliveries;
    const deliveryId = (await waiting())[0]!.id;
    const again = () => teacher.call('decideAgain', { params: { deliveryId }, body: {} });
    const place = (who: string) =>
      teacher.must('placeDelivery', {
        params: { deliveryId },
        body: { studentId: school.ids[who]!, assignmentId: school.assignment },
      });
    expect((await again()).error?.code).toBe('not-decided');
    await place('chidi');
    const wrong = (await slotOf('chidi'))!;
    expect((await again()).status).toBe(200);
    await nothingLeftWith('chidi', wrong.id!, wrong.topPieceId!);
    expect(await waiting()).toHaveLength(1);
    await teacher.must('turnAway', { params: { deliveryId }, body: {} });
    expect(await waiting()).toHaveLength(0);
    expect((await again()).status).toBe(200);
    await place('mai');
    const right = (await slotOf('mai'))!;
    expect(right).toMatchObject({ state: 'turned in', originalName: 'w.txt' });
    await teacher.must('handBack', {
      params: inCourse(),
      body: { works: [{ submissionId: right.id!, attempt: 1 }] },
    });
    expect((await again()).error?.code).toBe('has-review');
    expect(await slotOf('mai')).toMatchObject({ state: 'handed back' });
  });

  test('that a student turned in themselves: its owner has it with its moment, and they keep the receipt alone', async () => {
    const mai = school.as('mai');
    const params = { assignmentId: school.assignment };
    const { id: link } = await mai.must('addLink', {
      params,
      body: { address: 'https://video.test/1', title: 'The stream' },
    });
    const file = await mai.upload(school.assignment, 'a.txt', bytesOf('a'));
    const own = await mai.turnIn(school.assignment, [file, link]);
    const { submissionId } = own.data;
    const wrong = (await slotOf('mai'))!;
    expect((await move(submissionId, 'chidi')).status).toBe(200);
    expect(await slotOf('mai')).toBeUndefined();
    const right = (await slotOf('chidi'))!;
    expect(right).toMatchObject({ turnedInAt: wrong.turnedInAt, lateMs: wrong.lateMs, pieces: 2 });
    const moved = await school.as('chidi').must('readSubmission', { params: { submissionId: right.id! } });
    expect(moved.pieces.map(({ originalName, owner }) => [originalName, owner?.id ?? null])).toEqual([
      ['a.txt', school.ids.chidi],
      [expect.stringContaining('The stream'), null],
    ]);
    // The receipt is theirs for good; what it tells of is not.
    const left = await mai.must('readSubmission', { params: { submissionId } });
    expect(left.attempts.map(({ gone, placed }) => [gone?.how, placed])).toEqual([['undone', false]]);
    expect(left.pieces).toEqual([]);
    expect((await mai.raw('readPiece', { params: { pieceId: wrong.topPieceId! } })).status).toBe(409);
    expect(await looseOf('mai')).toEqual([]);
    // And back again, for who sees that they were wrong.
    expect((await move(right.id!, 'mai')).status).toBe(200);
    expect(await slotOf('mai')).toMatchObject({ attempt: 2, turnedInAt: wrong.turnedInAt, pieces: 2 });
    expect(await slotOf('chidi')).toBeUndefined();
  });

  test('is refused for what was handed back, and where a newer attempt counts', async () => {
    await teacher.bringPile(school.course, misplaced);
    const placed = (await slotOf('chidi'))!;
    await teacher.must('handBack', {
      params: inCourse(),
      body: { works: [{ submissionId: placed.id!, attempt: 1 }] },
    });
    expect((await move(placed.id!, 'mai')).error?.code).toBe('has-review');
    expect((await move(placed.id!, 'mai', 7)).error?.code).toBe('newer-attempt');
    expect((await move(placed.id!, 'outsider')).error?.code).toBe('not-here');
    expect(await slotOf('chidi')).toMatchObject({ state: 'handed back' });
  });
});

test('what was said before comments named their attempt is of the one that was in by then', async () => {
  const mai = school.as('mai');
  const turnIn = async (name: string) =>
    (await mai.turnIn(school.assignment, [await mai.upload(school.assignment, name, bytesOf(name))])).data;
  const say = (text: string, attempt: number) =>
    teacher.must('comment', { params: { submissionId }, body: { text, attempt } });
  const { submissionId } = await turnIn('a.txt');
  await say('Of the first.', 1);
  await turnIn('b.txt');
  await say('Of the second.', 2);
  await startFromForm(school, 31);
  const said = all(school.running.school.db, 'SELECT text, attempt FROM comment ORDER BY at, rowid');
  expect(said).toEqual([
    { text: 'Of the first.', attempt: 1 },
    { text: 'Of the second.', attempt: 2 },
  ]);
});
