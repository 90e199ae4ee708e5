import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { arrivedOf, type AssignmentId } from '@vestibul/core';
import { TestSchool, bytesOf, type Caller } from '../testing/TestSchool';
import { findScans } from '../testing/findScans';
import { madeZip } from '../testing/madeZip';

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
const table = (state: 'to sort' | 'later' = 'to sort') =>
  teacher.must('readTable', { params: course(), query: { state } });
const slots = async (assignment: AssignmentId) =>
  (await teacher.must('readRack', { params: course() })).slots.filter(
    (slot) => slot.assignmentId === assignment && slot.pieces > 0,
  );
describe('a pile of files', () => {
  test('each piece ends in its student’s slot or on the table, with the likeliest first, and all are accounted for', async () => {
    const pile = await teacher.bringPile(school.course, {
      'stream gauge log chidi abara.txt': bytesOf('1'),
      'p2_Mai_StreamGaugeLog final.txt': bytesOf('2'),
      'ali demir stream gauge log.txt': bytesOf('3'),
      'IMG_2210.txt': bytesOf('4'),
      'Thumbs.db': bytesOf('5'),
    });
    expect(arrivedOf(pile.counts)).toBe(5);
    expect(pile.counts).toMatchObject({ placed: 2, 'to sort': 3 });
    const { pieces, toSort } = await table();
    expect(toSort).toBe(3);
    const ali = pieces.find(({ path: name }) => name.startsWith('ali'))!;
    expect(ali.candidates.map(({ student }) => student).sort()).toEqual(
      [school.ids.ali, school.ids.ali2].sort(),
    );
    expect(ali.assignmentId).toBe(school.assignment);
    expect(ali.parts.find(({ text }) => text === 'demir')).toMatchObject({
      as: 'person',
      of: 'last',
      how: 'same',
    });
    expect(ali.reasons.join(' ')).toContain('It can as well be Ali Demir');
    expect((await slots(school.assignment)).map(({ studentId }) => studentId).sort()).toEqual(
      [school.ids.chidi, school.ids.mai].sort(),
    );
  });

  test('the ledger holds a line for what came and for what was placed', async () => {
    const kinds = await teacher.must('readLedger', { params: course(), query: { kind: 'came in pile' } });
    expect(kinds.lines).toHaveLength(5);
    expect(
      (await teacher.must('readLedger', { params: course(), query: { kind: 'turned in' } })).lines,
    ).toHaveLength(2);
  });

  test('the same bytes again are recognised, under whatever name', async () => {
    const pile = await teacher.bringPile(school.course, {
      'chidi abara stream gauge log (1).txt': bytesOf('1'),
    });
    expect(pile.counts).toMatchObject({ repeat: 1, placed: 0 });
    const [repeat] = await teacher.piecesIn(pile.id, 'repeat');
    expect(repeat).toMatchObject({ sameAs: 'stream gauge log chidi abara.txt', reason: 'same-bytes' });
  });

  test('so are those that a student turned in themselves', async () => {
    const mai = school.as('mai');
    await mai.turnIn(school.assignment, [
      await mai.upload(school.assignment, 'my own.txt', bytesOf('by herself')),
    ]);
    const pile = await teacher.bringPile(school.course, {
      'Mai Đặng hill profile.txt': bytesOf('by herself'),
    });
    const [repeat] = await teacher.piecesIn(pile.id, 'repeat');
    expect(repeat!.sameAs).toContain('Stream gauge log');
  });

  test('the same bytes under somebody else’s name are for a person to look at', async () => {
    const pile = await teacher.bringPile(school.course, { 'Mai Đặng stream gauge log.txt': bytesOf('1') });
    expect(pile.counts).toMatchObject({ 'to sort': 1 });
    expect((await teacher.piecesIn(pile.id, 'to sort'))[0]!.reason).toBe('same-bytes');
  });

  test('dropped on an assignment it counts as known, and two files of one student are one attempt', async () => {
    const pile = await teacher.bringPile(
      school.course,
      { 'chidi abara 1.txt': bytesOf('c1'), 'chidi abara 2.txt': bytesOf('c2') },
      { assignmentId: profile },
    );
    expect(pile.counts.placed).toBe(2);
    expect(await slots(profile)).toMatchObject([{ studentId: school.ids.chidi, pieces: 2 }]);
  });

  test('what is inside a file tells whose it is where its name does not', async () => {
    const text = 'Name: Chidi Abara\nPeriod: 2\nHill Profile\n\nThe hill rises to the north.';
    const pile = await teacher.bringPile(school.course, { 'scan0001.txt': bytesOf(text) });
    expect(pile.counts.placed).toBe(1);
  });

  test('nobody but the staff brings or sorts, and the aide only looks', async () => {
    const body = { name: 'x' };
    for (const who of ['aide', 'mai', 'outsider'])
      expect((await school.as(who).call('makePile', { params: course(), body })).status).toBe(403);
    const { id } = await teacher.must('makePile', { params: course(), body });
    expect((await school.as('mai').startUpload({ pileId: id }, 'a.txt', 1)).status).toBe(403);
    expect((await school.as('aide').call('readTable', { params: course() })).status).toBe(200);
  });
});

describe('the sorting table', () => {
  test('what is decided is placed, teaches the rest, and is undone and done again in steps', async () => {
    const pile = await teacher.bringPile(
      school.course,
      { 'chichi x 1.txt': bytesOf('k1'), 'chichi x 2.txt': bytesOf('k2'), 'nothing.txt': bytesOf('k3') },
      { assignmentId: profile },
    );
    expect(pile.counts['to sort']).toBe(3);
    const before = (await slots(profile)).find(({ studentId }) => studentId === school.ids.chidi)!;
    const waiting = await teacher.piecesIn(pile.id, 'to sort');
    const one = waiting.find(({ path: name }) => name === 'chichi x 1.txt')!;
    const sorted = await teacher.must('sortPieces', {
      params: course(),
      body: { kind: 'place', pieces: [one.id], students: [school.ids.chidi], assignment: profile },
    });
    expect(sorted).toMatchObject({ taught: 1, undo: 1, redo: 0 });
    expect((await teacher.pileDone(pile.id)).counts).toMatchObject({ placed: 2, 'to sort': 1 });
    expect(await teacher.must('listKnownWords', { params: course() })).toMatchObject([
      { words: 'chichi x', studentId: school.ids.chidi },
    ]);

    const undone = await teacher.must('undoSorting', { params: course() });
    expect(undone).toMatchObject({ undo: 0, redo: 1 });
    expect((await teacher.pileDone(pile.id)).counts).toMatchObject({ placed: 0, 'to sort': 3 });
    expect(await teacher.must('listKnownWords', { params: course() })).toEqual([]);
    expect((await slots(profile)).find(({ studentId }) => studentId === school.ids.chidi)).toMatchObject({
      pieces: before.pieces,
    });

    await teacher.must('redoSorting', { params: course() });
    expect((await teacher.pileDone(pile.id)).counts).toMatchObject({ placed: 2, 'to sort': 1 });
    expect((await teacher.call('redoSorting', { params: course() })).error?.code).toBe('nothing-to-redo');
  });

  test('sorted as fast as keys are pressed, every piece is placed once and stays placed', async () => {
    const files = Object.fromEntries(
      Array.from({ length: 24 }, (_, i) => [`vv${'abcdefghijklmnopqrstuvwx'[i]}q.txt`, bytesOf(`fast ${i}`)]),
    );
    const pile = await teacher.bringPile(school.course, files, { assignmentId: profile });
    const waiting = await teacher.piecesIn(pile.id, 'to sort');
    expect(waiting).toHaveLength(24);
    await Promise.all(
      waiting.map(({ id }) =>
        teacher.must('sortPieces', {
          params: course(),
          body: { kind: 'place', pieces: [id], students: [school.ids.ali], assignment: profile },
        }),
      ),
    );
    expect((await teacher.pileDone(pile.id)).counts).toMatchObject({ placed: 24, 'to sort': 0, told: 0 });
  });

  test('joint work is placed with each of them; what is not ours and what is for later lies apart', async () => {
    const pile = await teacher.bringPile(
      school.course,
      { 'zz a.txt': bytesOf('j1'), 'zz b.txt': bytesOf('j2'), 'zz c.txt': bytesOf('j3') },
      { assignmentId: profile },
    );
    const [a, b, c] = await teacher.piecesIn(pile.id, 'to sort');
    const act = (body: object) => teacher.must('sortPieces', { params: course(), body });
    await act({
      kind: 'place',
      pieces: [a!.id],
      students: [school.ids.mai, school.ids.ali],
      assignment: profile,
    });
    await act({ kind: 'set aside', pieces: [b!.id], as: 'not ours' });
    await act({ kind: 'set aside', pieces: [c!.id], as: 'later' });
    expect((await teacher.pileDone(pile.id)).counts).toMatchObject({ placed: 1, 'not ours': 1, later: 1 });
    const holders = (await slots(profile)).map(({ studentId }) => studentId);
    expect(holders).toEqual(expect.arrayContaining([school.ids.mai, school.ids.ali]));
    expect((await table('later')).pieces.map(({ id }) => id)).toEqual([c!.id]);
    // Three steps, undone one after another.
    for (const left of [2, 1, 0]) {
      await teacher.must('undoSorting', { params: course() });
      expect((await teacher.pileDone(pile.id)).counts['to sort']).toBe(3 - left);
    }
  });

  test('all that are alike are known, those of other pages too, and are placed together', async () => {
    const names = Array.from({ length: 60 }, (_, i) => `phone of a guest/DSC_${1000 + i}.txt`);
    names.push('DSC_0001.txt', 'by the window/DSC_0002.txt');
    const zip = madeZip(names.map((name) => ({ name, bytes: bytesOf(`alike ${name}`) })));
    const pile = await teacher.bringPile(school.course, { 'photos.zip': zip }, { assignmentId: profile });
    const first = (await teacher.piecesIn(pile.id, 'to sort')).find(({ path }) => path.startsWith('phone'))!;
    const shown = (await table()).pieces.filter(({ alike }) => alike === 60);
    expect(shown.length).toBeGreaterThan(0);
    expect(shown.every(({ path }) => path.startsWith('phone of a guest/'))).toBe(true);
    const { ids } = await teacher.must('listAlike', { params: { pilePieceId: first.id } });
    expect(new Set(ids).size).toBe(60);
    await teacher.must('sortPieces', {
      params: course(),
      body: { kind: 'place', pieces: ids, students: [school.ids.mai], assignment: profile },
    });
    expect((await teacher.pileDone(pile.id)).counts).toMatchObject({ placed: 60, 'to sort': 2 });
    await teacher.must('undoSorting', { params: course() });
    expect((await teacher.pileDone(pile.id)).counts['to sort']).toBe(62);
    await teacher.must('sortPieces', {
      params: course(),
      body: { kind: 'set aside', pieces: ids, as: 'not ours' },
    });
  });

  test('work of a student who has left lies on the table with their name, and nobody else of that name gets it', async () => {
    const params = { ...course(), studentId: school.ids.ali! };
    await teacher.must('leaveCourse', { params });
    try {
      const pile = await teacher.bringPile(
        school.course,
        { 'ali demir.txt': bytesOf('left 1'), 'demir work.txt': bytesOf('left 2') },
        { assignmentId: profile },
      );
      expect(pile.counts).toMatchObject({ placed: 0, 'to sort': 2 });
      const [piece] = await teacher.piecesIn(pile.id, 'to sort');
      const { pieces } = await table();
      expect(
        pieces
          .find(({ id }) => id === piece!.id)!
          .candidates.map(({ student }) => student)
          .sort(),
      ).toEqual([school.ids.ali, school.ids.ali2].sort());
      const refused = await teacher.call('sortPieces', {
        params: course(),
        body: { kind: 'place', pieces: [piece!.id], students: [school.ids.ali], assignment: profile },
      });
      expect(refused.error).toEqual({ code: 'has-left', details: { name: 'Ali Demir' } });
      expect(await teacher.piecesIn(pile.id, 'to sort')).toHaveLength(2);
    } finally {
      await teacher.must('comeBack', { params, body: {} });
    }
  });

  test('an assignment that is not given to their period is not placed, and the teacher is told which', async () => {
    const ofTen = await school.assign('Footpath Interview', [10], '2030-03-01T23:59');
    const pile = await teacher.bringPile(school.course, {
      'chidi abara footpath interview.txt': bytesOf('not given'),
    });
    const [piece] = await teacher.piecesIn(pile.id, 'to sort');
    expect(piece!.reason).toBe('not-given');
    const refused = await teacher.call('sortPieces', {
      params: course(),
      body: { kind: 'place', pieces: [piece!.id], students: [school.ids.chidi], assignment: ofTen },
    });
    expect(refused.error).toMatchObject({ code: 'not-given-to', details: { title: 'Footpath Interview' } });
  });

  test('two people who sort the same piece: the second is told, and nothing is placed twice', async () => {
    const pile = await teacher.bringPile(
      school.course,
      { 'yy.txt': bytesOf('t1') },
      { assignmentId: profile },
    );
    const [piece] = await teacher.piecesIn(pile.id, 'to sort');
    const body = { kind: 'place', pieces: [piece!.id], students: [school.ids.ali2], assignment: profile };
    await teacher.must('sortPieces', { params: course(), body });
    const second = await school.as('co-teacher').call('sortPieces', { params: course(), body });
    expect(second.error?.code).toBe('already-placed');
    expect((await slots(profile)).filter(({ studentId }) => studentId === school.ids.ali2)).toHaveLength(1);
  });

  test('a piece that was reviewed is not taken out of its slot by undoing', async () => {
    const [slot] = (await slots(profile)).filter(({ studentId }) => studentId === school.ids.ali2);
    await teacher.must('review', { params: { submissionId: slot!.id! }, body: { attempt: slot!.attempt } });
    expect((await teacher.call('undoSorting', { params: course() })).error?.code).toBe('has-review');
  });
});

describe('two people at one table', () => {
  test('what a colleague did since is not undone by somebody’s own undoing', async () => {
    const pile = await teacher.bringPile(
      school.course,
      { 'ww.txt': bytesOf('w1') },
      { assignmentId: profile },
    );
    const [piece] = await teacher.piecesIn(pile.id, 'to sort');
    const pieces = [piece!.id];
    await teacher.must('sortPieces', { params: course(), body: { kind: 'set aside', pieces, as: 'later' } });
    await school.as('co-teacher').must('sortPieces', {
      params: course(),
      body: { kind: 'place', pieces, students: [school.ids.chidi], assignment: profile },
    });
    expect((await teacher.call('undoSorting', { params: course() })).error?.code).toBe('already-placed');
    expect((await teacher.pileDone(pile.id)).counts.placed).toBe(1);
  });

  test('queries of piles run on indexes', () => expect(findScans(school.running.school.db)).toEqual([]));
});
