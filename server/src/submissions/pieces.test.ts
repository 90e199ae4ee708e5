import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { AssignmentId, PieceId, SubmissionId, UploadId } from '@vestibul/core';
import { one } from '../platform/database/database';
import { TestSchool, bytesOf, type Caller } from '../testing/TestSchool';

let school: TestSchool;
let mai: Caller;
let teacher: Caller;
beforeAll(async () => {
  school = await TestSchool.open();
  mai = school.as('mai');
  teacher = school.as('teacher');
});
afterAll(() => school.close());

let made = 0;
/** A new assignment, due in the far future, or in the past. */
async function assign(more: object = {}, dueLocal = '2030-01-15T23:59'): Promise<AssignmentId> {
  made += 1;
  const dues = [2, 10].map((number) => ({ periodId: school.periods[number], dueLocal }));
  const body = { title: `Walk ${made}`, dues, ...more };
  return (await teacher.must('makeAssignment', { params: { courseId: school.course }, body })).id;
}
const tray = (who: Caller, assignmentId: AssignmentId) => who.must('readTray', { params: { assignmentId } });
const slotOf = async (id: AssignmentId) =>
  (await teacher.must('readRack', { params: { courseId: school.course } })).slots.find(
    (slot) => slot.assignmentId === id && slot.studentId === school.ids.mai,
  );
const open = (who: Caller, pieceId: PieceId) => who.raw('readPiece', { params: { pieceId } });
const eventsOf = async (assignment: AssignmentId) =>
  (
    await teacher.must('readLedger', { params: { courseId: school.course }, query: { assignment } })
  ).lines.map(({ kind }) => kind);

describe('a link', () => {
  test('is turned in as an address under its proper name, with an owner outside', async () => {
    const assignmentId = await assign();
    const body = { address: 'maps.example/walks/7', title: 'My walk' };
    const { id } = await mai.must('addLink', { params: { assignmentId }, body });
    expect((await tray(mai, assignmentId)).uploads).toMatchObject([
      { id, kind: 'link', form: 'link', arrived: true, faults: [] },
    ]);
    const { data } = await mai.turnIn(assignmentId, [id]);
    expect(data.pieces[0]!.name).toMatch(/^02-Đặng_Thị Mai_Walk \d+\.uri$/);
    const submission = await teacher.must('readSubmission', {
      params: { submissionId: data.submissionId },
    });
    expect(submission.pieces[0]).toMatchObject({ owner: null, mime: 'text/uri-list', form: 'link' });
    const sealed = await open(teacher, data.pieces[0]!.id);
    // RFC 2483, section 5.
    expect(await sealed.text()).toBe('# My walk\r\nhttps://maps.example/walks/7\r\n');
    expect(sealed.headers.get('content-disposition')).toMatch(/^attachment/);
    const lines = await teacher.must('readLedger', {
      params: { courseId: school.course },
      query: { assignment: assignmentId, kind: 'piece placed' },
    });
    expect(lines.lines[0]!.facts.owner).toBe('outside');
  });

  test.each(['javascript:alert(1)', 'data:text/html,x', 'file:///etc/passwd', 'https://me:pw@maps.example/'])(
    '%s is refused and nothing is put into the tray',
    async (address) => {
      const assignmentId = await assign();
      const refused = await mai.call('addLink', { params: { assignmentId }, body: { address } });
      expect([refused.status, refused.error?.code]).toEqual([400, 'bad-address']);
      expect((await tray(mai, assignmentId)).uploads).toEqual([]);
    },
  );
});

/** Two windows that write. */
const window1 = { writer: randomUUID(), nth: 1 };
const window2 = { writer: randomUUID(), nth: 1 };

describe('a text written here', () => {
  test('is kept word by word, sealed when it is turned in, and written over by no other window', async () => {
    const assignmentId = await assign();
    const { id } = await mai.must('startText', { params: { assignmentId }, body: {} });
    const params = { uploadId: id };
    const empty = await mai.turnIn(assignmentId, [id]);
    expect([empty.status, empty.error?.code]).toEqual([400, 'empty-text']);

    const first = { title: 'Log', text: 'Five', version: 0, ...window1 };
    expect((await mai.must('writeText', { params, body: first })).version).toBe(1);
    // The same words once more, and then more of them, since the answer was lost on its way.
    expect((await mai.must('writeText', { params, body: first })).version).toBe(1);
    const more = { ...first, text: 'Five **readings**.', nth: 2 };
    expect((await mai.must('writeText', { params, body: more })).version).toBe(2);
    // What was sent before and comes only now is in them.
    expect((await mai.must('writeText', { params, body: first })).version).toBe(2);
    const other = { ...first, ...window2, text: 'Other words.' };
    const stale = await mai.call('writeText', { params, body: other });
    expect([stale.status, stale.error?.code]).toEqual([409, 'written-elsewhere']);
    expect(await mai.must('readText', { params })).toMatchObject({
      text: 'Five **readings**.',
      version: 2,
      writer: window1.writer,
    });

    const { data } = await mai.turnIn(assignmentId, [id]);
    expect(data.pieces[0]!.name).toMatch(/\.md$/);
    expect(await (await open(teacher, data.pieces[0]!.id)).text()).toBe('Five **readings**.');
    const late = await mai.call('writeText', { params, body: { ...more, version: 2, nth: 3 } });
    expect([late.status, late.error?.code]).toEqual([409, 'already-turned-in']);
  });

  test('survives a restart of the server with its last kept words', async () => {
    const assignmentId = await assign();
    const { id } = await mai.must('startText', { params: { assignmentId }, body: { title: 'Notes' } });
    const text = 'Đặng’s čas 🏔️\n\n- one\n- two';
    await mai.must('writeText', {
      params: { uploadId: id },
      body: { title: 'Notes', text, version: 0, ...window1 },
    });
    await school.restart();
    expect(await mai.must('readText', { params: { uploadId: id } })).toMatchObject({ title: 'Notes', text });
  });

  test('of one student is nobody else’s to read or write', async () => {
    const assignmentId = await assign();
    const { id } = await mai.must('startText', { params: { assignmentId }, body: {} });
    for (const who of ['chidi', 'teacher', 'office'] as const) {
      const read = await school.as(who).call('readText', { params: { uploadId: id } });
      expect(read.status).toBe(403);
    }
    // Nor is it sealed by somebody who names it in a press of their own.
    await mai.must('writeText', {
      params: { uploadId: id },
      body: { title: 'Mine', text: 'Mine.', version: 0, ...window1 },
    });
    expect((await school.as('chidi').turnIn(assignmentId, [id])).error?.code).toBe('upload-gone');
    const kept = one<{ sha256: string | null }>(
      school.running.school.db,
      'SELECT sha256 FROM upload WHERE id = ?',
      [id],
    );
    expect(kept?.sha256).toBeNull();
  });
});

describe('several pieces', () => {
  test('are turned in in the order of the tray', async () => {
    const assignmentId = await assign();
    const ids: UploadId[] = [];
    for (const name of ['a.txt', 'b.txt', 'c.txt'])
      ids.push(await mai.upload(assignmentId, name, bytesOf(`this is ${name}`)));
    const wanted = [ids[2]!, ids[0]!, ids[1]!];
    await mai.must('orderTray', { params: { assignmentId }, body: { uploadIds: wanted } });
    const there = (await tray(mai, assignmentId)).uploads;
    expect(there.map(({ originalName }) => originalName)).toEqual(['c.txt', 'a.txt', 'b.txt']);
    const { data } = await mai.turnIn(
      assignmentId,
      there.map(({ id }) => id),
    );
    expect(data.pieces.map(({ originalName }) => originalName)).toEqual(['c.txt', 'a.txt', 'b.txt']);
  });

  test('of somebody else’s tray cannot be put in order', async () => {
    const assignmentId = await assign();
    const id = await mai.upload(assignmentId, 'a.txt', bytesOf('a'));
    await school.as('chidi').must('orderTray', { params: { assignmentId }, body: { uploadIds: [id] } });
    expect((await tray(mai, assignmentId)).uploads.map((upload) => upload.id)).toEqual([id]);
  });
});

describe('the drawer', () => {
  test('keeps a file that is turned in without a second upload, and stays its owner’s one file', async () => {
    const first = await assign();
    const second = await assign();
    const id = await mai.upload(first, 'reading.csv', bytesOf('hour,level\n1,2\n'));
    const before = await mai.turnIn(first, [id]);
    const { files } = await mai.must('listMyFiles', {});
    const file = files.find(({ pieceId }) => pieceId === before.data.pieces[0]!.id)!;
    await mai.must('addFromDrawer', { params: { assignmentId: second }, body: { fileIds: [file.id] } });
    // Once more changes nothing.
    expect(
      await mai.must('addFromDrawer', { params: { assignmentId: second }, body: { fileIds: [file.id] } }),
    ).toEqual({ added: 0 });
    const there = (await tray(mai, second)).uploads;
    expect(there).toMatchObject([{ kind: 'drawer', arrived: true, faults: [] }]);
    const { data } = await mai.turnIn(second, [there[0]!.id]);
    expect(data.pieces[0]!.sha256).toBe(before.data.pieces[0]!.sha256);
    const again = (await mai.must('listMyFiles', {})).files.filter((one) => one.id === file.id);
    expect(again).toHaveLength(2);
  });

  test('takes files that are for nothing yet, and lets them be put away', async () => {
    const id = await mai.uploadToDrawer('sketch.txt', bytesOf('a sketch'));
    expect(id).toMatch(/^u_/);
    const { files } = await mai.must('listMyLoose', {});
    const sketch = files.find(({ name }) => name === 'sketch.txt')!;
    expect(sketch).toMatchObject({ was: null, trays: [], form: 'text' });
    const assignmentId = await assign();
    const own = await mai.raw('readMyFile', { params: { fileId: sketch.id } });
    expect([own.status, await own.text()]).toEqual([200, 'a sketch']);
    // Nobody else's drawer is open.
    expect((await school.as('chidi').raw('readMyFile', { params: { fileId: sketch.id } })).status).toBe(404);
    const other = await school
      .as('chidi')
      .call('addFromDrawer', { params: { assignmentId }, body: { fileIds: [sketch.id] } });
    expect(other.status).toBe(404);
    expect((await school.as('chidi').call('dropFile', { params: { fileId: sketch.id } })).status).toBe(404);
    await mai.must('addFromDrawer', { params: { assignmentId }, body: { fileIds: [sketch.id] } });
    await mai.must('dropFile', { params: { fileId: sketch.id } });
    expect((await tray(mai, assignmentId)).uploads).toEqual([]);
    expect((await mai.must('listMyLoose', {})).files.map(({ id: known }) => known)).not.toContain(sketch.id);
  });
});

const press = (attempt = 1) => ({ attempt, key: randomUUID() });

describe('taking back', () => {
  test('puts the pieces into the tray again, leaves nothing in, and stays on the ledger', async () => {
    const assignmentId = await assign({ afterwards: 'period' });
    const text = await mai.must('startText', { params: { assignmentId }, body: {} });
    const body = { title: 'Log', text: 'First words.', version: 0, ...window1 };
    await mai.must('writeText', { params: { uploadId: text.id }, body });
    const file = await mai.upload(assignmentId, 'a.txt', bytesOf('a'));
    const { data: receipt } = await mai.turnIn(assignmentId, [text.id, file]);
    const params = { submissionId: receipt.submissionId };
    expect((await tray(mai, assignmentId)).mayTakeBack).toBe(true);

    const once = press();
    expect(await mai.must('takeBack', { params, body: once })).toEqual({ attempt: 1, inTray: 2 });
    const back = await tray(mai, assignmentId);
    expect(back).toMatchObject({ state: 'started', mayTakeBack: false });
    expect(back.uploads.map(({ kind }) => kind)).toEqual(['text', 'drawer']);
    expect(back.receipts).toMatchObject([{ counts: false, gone: { how: 'taken back' } }]);
    expect(await slotOf(assignmentId)).toMatchObject({ id: null, state: 'started', pieces: 2 });
    // Its student opens it still; nobody else does.
    expect((await open(mai, receipt.pieces[0]!.id)).status).toBe(200);
    expect((await open(teacher, receipt.pieces[0]!.id)).status).toBe(409);
    const seen = await teacher.must('readSubmission', { params });
    expect(seen.pieces).toEqual([]);
    expect(seen.attempts[0]!.pieces).toHaveLength(2);
    // The same press again is the same press; another finds nothing.
    expect(await mai.must('takeBack', { params, body: once })).toEqual({ attempt: 1, inTray: 2 });
    expect((await mai.call('takeBack', { params, body: press() })).error?.code).toBe('nothing-in');

    // The text can be written on, and the next attempt is the second.
    const { id: again } = back.uploads[0]!;
    const more = { title: 'Log', text: 'Second words.', version: 0, ...window1 };
    await mai.must('writeText', { params: { uploadId: again }, body: more });
    const second = await mai.turnIn(
      assignmentId,
      back.uploads.map(({ id }) => id),
    );
    expect(second.data).toMatchObject({ attempt: 2, counts: true });
    expect(await slotOf(assignmentId)).toMatchObject({ state: 'turned in', attempt: 2, pieces: 2 });
    expect((await eventsOf(assignmentId)).filter((kind) => kind === 'taken back')).toHaveLength(1);
  });

  test('is refused once the teacher has reviewed it, and to anybody else', async () => {
    const assignmentId = await assign();
    const { data } = await mai.turnIn(assignmentId, [await mai.upload(assignmentId, 'a.txt', bytesOf('a'))]);
    const params = { submissionId: data.submissionId };
    for (const who of ['chidi', 'teacher', 'office'] as const)
      expect((await school.as(who).call('takeBack', { params, body: press() })).status).toBe(403);
    await teacher.must('review', { params, body: { attempt: 1 } });
    const refused = await mai.call('takeBack', { params, body: press() });
    expect([refused.status, refused.error?.code]).toEqual([409, 'already-reviewed']);
    expect(await slotOf(assignmentId)).toMatchObject({ state: 'reviewed' });
  });

  test('leaves an earlier attempt to count', async () => {
    const assignmentId = await assign();
    const turnIn = async (name: string) =>
      (await mai.turnIn(assignmentId, [await mai.upload(assignmentId, name, bytesOf(name))])).data;
    await turnIn('a.txt');
    const { submissionId } = await turnIn('b.txt');
    await mai.must('takeBack', { params: { submissionId }, body: press(2) });
    expect(await slotOf(assignmentId)).toMatchObject({
      id: submissionId,
      attempt: 1,
      originalName: 'a.txt',
      state: 'turned in',
    });
  });
});

describe('which attempt counts', () => {
  /** Two attempts: one in time, and one after the due time was moved into the past. */
  async function inTimeThenLate(counting: string): Promise<[AssignmentId, SubmissionId]> {
    const assignmentId = await assign({ counting });
    await mai.turnIn(assignmentId, [await mai.upload(assignmentId, 'a.txt', bytesOf('a'))]);
    await teacher.must('moveDue', {
      params: { assignmentId, studentId: school.ids.mai! },
      body: { dueLocal: '2026-09-01T08:00', alsoTurnedIn: false },
    });
    const { data } = await mai.turnIn(assignmentId, [await mai.upload(assignmentId, 'b.txt', bytesOf('b'))]);
    expect(data).toMatchObject({ attempt: 2, counts: counting !== 'last in time' });
    expect(data.lateMs).toBeGreaterThan(0);
    return [assignmentId, data.submissionId];
  }

  test.each([
    ['last in time', { attempt: 1, state: 'turned in', lateMs: 0, originalName: 'a.txt' }],
    ['last', { attempt: 2, state: 'late', originalName: 'b.txt' }],
    ['best', { attempt: 2, state: 'late', originalName: 'b.txt' }],
  ])('%s', async (counting, shows) => {
    const [assignmentId] = await inTimeThenLate(counting);
    // What came last is new to look at, whichever counts.
    expect(await slotOf(assignmentId)).toMatchObject({ ...shows, unseen: true });
  });

  test('is settled anew when the assignment chooses otherwise, and a review of the other is not carried over', async () => {
    const [assignmentId, submissionId] = await inTimeThenLate('last in time');
    await teacher.must('review', { params: { submissionId }, body: { attempt: 1 } });
    const {
      dues: _dues,
      groupIds,
      ...known
    } = await teacher.must('readAssignment', { params: { assignmentId } });
    const dues = [{ periodId: school.periods[2], dueLocal: '2030-01-15T23:59' }];
    const body = { ...known, dues, groupIds, counting: 'last', alsoTurnedIn: false };
    await teacher.must('changeAssignment', { params: { assignmentId }, body });
    expect(await slotOf(assignmentId)).toMatchObject({ attempt: 2, state: 'late' });
  });

  test('a late one that does not count leaves the review of the one that does', async () => {
    const assignmentId = await assign({ counting: 'last in time' });
    const { data } = await mai.turnIn(assignmentId, [await mai.upload(assignmentId, 'a.txt', bytesOf('a'))]);
    await teacher.must('review', {
      params: { submissionId: data.submissionId },
      body: { attempt: 1 },
    });
    await teacher.must('moveDue', {
      params: { assignmentId, studentId: school.ids.mai! },
      body: { dueLocal: '2026-09-01T08:00', alsoTurnedIn: false },
    });
    await mai.turnIn(assignmentId, [await mai.upload(assignmentId, 'b.txt', bytesOf('b'))]);
    expect(await slotOf(assignmentId)).toMatchObject({ attempt: 1, state: 'reviewed', unseen: true });
  });
});

describe('held work', () => {
  test('is sent back with a word that its student reads at once, and lies in the tray again', async () => {
    const assignmentId = await assign({ holds: true, afterwards: 'period' });
    const { data } = await mai.turnIn(assignmentId, [await mai.upload(assignmentId, 'a.txt', bytesOf('a'))]);
    const params = { courseId: school.course };
    const body = { works: [data], word: 'Which bridge? Say so, please.' };
    expect((await school.as('aide').call('sendBack', { params, body })).status).toBe(403);
    expect(await teacher.must('sendBack', { params, body })).toEqual({ sentBack: 1, newer: 0 });
    // Once more: nothing waits any more.
    expect(await teacher.must('sendBack', { params, body })).toEqual({ sentBack: 0, newer: 0 });

    const back = await tray(mai, assignmentId);
    expect(back).toMatchObject({ state: 'started', sentBack: { word: body.word } });
    expect(back.uploads).toMatchObject([{ kind: 'drawer', originalName: 'a.txt' }]);
    const mine = (await mai.must('listMyAssignments')).find(({ id }) => id === assignmentId)!;
    expect(mine.sentBackAt).not.toBeNull();
    const read = await mai.must('readSubmission', { params: { submissionId: data.submissionId } });
    expect(read.comments.map(({ text }) => text)).toEqual([body.word]);
    expect((await eventsOf(assignmentId)).filter((kind) => kind === 'sent back')).toHaveLength(1);

    await mai.turnIn(assignmentId, [back.uploads[0]!.id]);
    expect((await tray(mai, assignmentId)).sentBack).toBeNull();
    expect(await slotOf(assignmentId)).toMatchObject({ state: 'held', attempt: 2 });
    await teacher.must('approve', {
      params,
      body: { works: [{ submissionId: data.submissionId, attempt: 2 }] },
    });
    expect(await slotOf(assignmentId)).toMatchObject({ state: 'turned in' });
  });

  test('that waits is shown to no other student, whatever the address', async () => {
    const assignmentId = await assign({ holds: true, afterwards: 'period' });
    const chidi = school.as('chidi');
    for (const who of [mai, chidi])
      await who.turnIn(assignmentId, [await who.upload(assignmentId, 'a.txt', bytesOf(randomUUID()))]);
    const { data } = await mai.call('readTray', { params: { assignmentId } });
    const piece = data.receipts[0]!.pieces[0]!.id;
    expect((await open(chidi, piece)).status).toBe(403);
    expect(await chidi.must('listPeriodPieces', { params: { assignmentId } })).toEqual([]);
    expect((await open(mai, piece)).status).toBe(200);
  });
});

test('the staff see an assignment as a student will, before any student does, with nothing in the tray', async () => {
  const assignmentId = await assign({ visible: { when: 'draft' } });
  expect((await mai.call('readTray', { params: { assignmentId } })).error?.code).toBe('not-given');
  const preview = await school.as('aide').must('previewTray', { params: { assignmentId } });
  expect(preview).toMatchObject({
    as: { last: 'Abara' },
    tray: { state: 'not started', uploads: [], receipts: [], period: 'Period 2' },
  });
  expect((await mai.call('previewTray', { params: { assignmentId } })).status).toBe(403);
});
