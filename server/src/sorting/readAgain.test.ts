import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { AssignmentId, PileCounts, PileId } from '@vestibul/core';
import { TestSchool, bytesOf, until, type Caller } from '../testing/TestSchool';

/** What lies on the table is read again when what is known of the course changes. */
let school: TestSchool;
let teacher: Caller;
beforeAll(async () => {
  school = await TestSchool.open();
  teacher = school.as('teacher');
});
afterAll(() => school.close());

const course = () => ({ courseId: school.course });

/** Comes back when the pile stands as is said. */
function untilPile(pile: PileId, counts: Partial<PileCounts>): Promise<void> {
  return until(async () => {
    const now = (await teacher.pileDone(pile)).counts;
    return Object.entries(counts).every(([state, count]) => now[state as keyof PileCounts] === count);
  });
}

async function reasonOf(path: string) {
  const { pieces } = await teacher.must('readTable', { params: course() });
  return pieces.find((piece) => piece.path === path)?.reason;
}

test('who joins late gets what lay there under their name', async () => {
  const pile = await teacher.bringPile(school.course, {
    'Quillon Ferreira stream gauge log.txt': bytesOf('q1'),
    'DSC_1.txt': bytesOf('q2'),
  });
  expect(pile.counts).toMatchObject({ placed: 0, 'to sort': 2 });
  const [period] = (await teacher.must('readCourse', { params: course() })).periods;
  await teacher.must('joinRoster', {
    params: course(),
    body: {
      fromList: false,
      people: [{ last: 'Ferreira', first: 'Quillon', email: 'qf@larkmoor.example', periodId: period!.id }],
    },
  });
  await untilPile(pile.id, { placed: 1, 'to sort': 1 });
  const [placed] = await teacher.piecesIn(pile.id, 'placed');
  expect(placed).toMatchObject({ path: 'Quillon Ferreira stream gauge log.txt', reason: '' });
});

test('an assignment that is made gets its work; one that is not given yet, when it is given', async () => {
  const pile = await teacher.bringPile(school.course, {
    'chidi abara cloud chart.txt': bytesOf('c1'),
    'mai dang tide table.txt': bytesOf('c2'),
  });
  expect(pile.counts).toMatchObject({ placed: 0, 'to sort': 2 });
  await school.assign('Cloud Chart', [2, 10], '2030-02-01T23:59');
  await untilPile(pile.id, { placed: 1, 'to sort': 1 });

  const tide = await school.assign('Tide Table', [10], '2030-02-01T23:59');
  await untilPile(pile.id, { placed: 1, 'to sort': 1, told: 0 });
  await until(async () => (await reasonOf('mai dang tide table.txt')) === 'not-given');
  const dues = [2, 10].map((number) => ({ periodId: school.periods[number]!, dueLocal: '2030-02-01T23:59' }));
  await teacher.must('changeAssignment', {
    params: { assignmentId: tide },
    body: { title: 'Tide Table', dues },
  });
  await untilPile(pile.id, { placed: 2, 'to sort': 0 });
});

test('an assignment that only a pile on the table is for can be dropped, and its pile stays', async () => {
  const gone: AssignmentId = await school.assign('Sketch Of A Weir', [2, 10], '2030-02-01T23:59');
  const pile = await teacher.bringPile(
    school.course,
    { 'DSC_8.txt': bytesOf('w1'), 'ali demir.txt': bytesOf('w2') },
    { assignmentId: gone },
  );
  expect(pile.counts).toMatchObject({ placed: 0, 'to sort': 2 });
  await teacher.must('dropAssignment', { params: { assignmentId: gone } });
  const isForGone = async () =>
    (await teacher.must('readTable', { params: course() })).pieces.some(
      ({ assignmentId, assignmentCandidates }) =>
        assignmentId === gone || assignmentCandidates.some(({ assignment }) => assignment === gone),
    );
  await until(async () => !(await isForGone()));
  expect((await teacher.pileDone(pile.id)).counts['to sort']).toBe(2);
});

test('what is undone waits until nobody reads the table by what it taught', async () => {
  const { piles } = school.running.school;
  const pile = await teacher.bringPile(
    school.course,
    { 'mumbo w.txt': bytesOf('u1') },
    { assignmentId: school.assignment },
  );
  const { id } = (await teacher.piecesIn(pile.id, 'to sort'))[0]!;
  const body = { kind: 'place', pieces: [id], students: [school.ids.chidi], assignment: school.assignment };
  await teacher.must('sortPieces', { params: course(), body });
  const done: string[] = [];
  let endReading = () => {};
  const reading = piles.inTurn(school.course, async () => {
    await new Promise<void>((resolve) => (endReading = resolve));
    done.push('read');
  });
  const undoing = teacher.must('undoSorting', { params: course() }).then(() => done.push('undone'));
  // The request after it is answered, so it has reached the server as well.
  expect((await teacher.pileDone(pile.id)).counts.placed).toBe(1);
  endReading();
  await Promise.all([reading, undoing]);
  expect(done).toEqual(['read', 'undone']);
  expect((await teacher.pileDone(pile.id)).counts).toMatchObject({ placed: 0, 'to sort': 1 });
  // A reading that fails holds up nobody.
  await piles.inTurn(school.course, () => Promise.reject(new Error('a thread ended'))).catch(() => undefined);
  await teacher.must('redoSorting', { params: course() });
  expect((await teacher.pileDone(pile.id)).counts.placed).toBe(1);
});

test('words that are forgotten tell nobody any more, and what was undone says so', async () => {
  const pile = await teacher.bringPile(
    school.course,
    { 'zorbo w 1.txt': bytesOf('z1'), 'zorbo w 2.txt': bytesOf('z2') },
    { assignmentId: school.assignment },
  );
  const [first] = await teacher.piecesIn(pile.id, 'to sort');
  await teacher.must('sortPieces', {
    params: course(),
    body: {
      kind: 'place',
      pieces: [first!.id],
      students: [school.ids.chidi],
      assignment: school.assignment,
    },
  });
  await untilPile(pile.id, { placed: 2 });
  await teacher.must('undoSorting', { params: course() });
  const candidates = async () => {
    const { pieces } = await teacher.must('readTable', { params: course() });
    return pieces.filter(({ pileId }) => pileId === pile.id).flatMap((piece) => piece.candidates);
  };
  await until(async () => (await candidates()).length === 0);
  expect((await teacher.pileDone(pile.id)).counts['to sort']).toBe(2);
});
