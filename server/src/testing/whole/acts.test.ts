import { randomUUID } from 'node:crypto';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import type { AssignmentId, RenamingId } from '@vestibul/core';
import { noteRenamingWork } from '../../naming/renaming';
import { all } from '../../platform/database/database';
import { startFromForm } from '../olderForm';
import { TestSchool, bytesOf, until, type Caller } from '../TestSchool';

let school: TestSchool;
let teacher: Caller;
let mai: Caller;
beforeEach(async () => {
  school = await TestSchool.open();
  [teacher, mai] = [school.as('teacher'), school.as('mai')];
});
afterEach(() => school.close());

const inCourse = () => ({ courseId: school.course });
const turnIn = async (name: string, assignment: AssignmentId = school.assignment, who = mai) =>
  (await who.turnIn(assignment, [await who.upload(assignment, name, bytesOf(`${name} ${Math.random()}`))]))
    .data;
const slotOf = async (assignment: AssignmentId = school.assignment) =>
  (await teacher.must('readRack', { params: inCourse() })).slots.find(
    (slot) => slot.assignmentId === assignment && slot.studentId === school.ids.mai,
  )!;
const takeBack = (submissionId: string, attempt: number, key: string = randomUUID()) =>
  mai.call('takeBack', { params: { submissionId }, body: { attempt, key } });

/** Has the assignment let another of its attempts count. */
async function count(counting: string): Promise<void> {
  const params = { assignmentId: school.assignment };
  const { dues: _dues, ...known } = await teacher.must('readAssignment', { params });
  const dues = [2, 10].map((number) => ({ periodId: school.periods[number], dueLocal: '2030-01-15T23:59' }));
  await teacher.must('changeAssignment', { params, body: { ...known, dues, counting, alsoTurnedIn: false } });
}

/** Has what is turned in from now on be late. */
const makeLate = () =>
  teacher.must('moveDue', {
    params: { assignmentId: school.assignment, studentId: school.ids.mai! },
    body: { dueLocal: '2026-09-01T08:00', alsoTurnedIn: false },
  });

describe('what was said of an attempt stays with it', () => {
  test('work that was handed back cannot be taken back by way of a newer attempt', async () => {
    const { submissionId } = await turnIn('a.txt');
    await teacher.must('handBack', { params: inCourse(), body: { works: [{ submissionId, attempt: 1 }] } });
    await turnIn('b.txt');
    expect((await takeBack(submissionId, 2)).status).toBe(200);
    expect(await slotOf()).toMatchObject({ state: 'handed back', attempt: 1 });
    expect(await takeBack(submissionId, 1)).toMatchObject({
      status: 409,
      error: { code: 'already-reviewed' },
    });
    const { mayTakeBack } = await mai.must('readTray', { params: { assignmentId: school.assignment } });
    expect(mayTakeBack).toBe(false);
  });

  test('changing which attempt counts wipes no review and no hand-back', async () => {
    await count('last in time');
    const { submissionId } = await turnIn('a.txt');
    await teacher.must('handBack', { params: inCourse(), body: { works: [{ submissionId, attempt: 1 }] } });
    await makeLate();
    await turnIn('b.txt');
    expect(await slotOf()).toMatchObject({ attempt: 1, state: 'handed back' });
    await count('last');
    expect(await slotOf()).toMatchObject({ attempt: 2, state: 'late' });
    await count('last in time');
    expect(await slotOf()).toMatchObject({ attempt: 1, state: 'handed back' });
  });

  test('a double press takes one attempt back', async () => {
    await turnIn('a.txt');
    const { submissionId } = await turnIn('b.txt');
    const key = randomUUID();
    const both = await Promise.all([takeBack(submissionId, 2, key), takeBack(submissionId, 2, key)]);
    expect(both.map(({ data }) => data)).toEqual(Array(2).fill({ attempt: 2, inTray: 1 }));
    // Pressed in another window, where the newer one is still shown.
    expect((await takeBack(submissionId, 2)).error?.code).toBe('taken-back');
    expect(await slotOf()).toMatchObject({ attempt: 1, state: 'turned in' });
  });

  test('a database of before has its reviews and hand-backs at their attempts, also those that were wiped', async () => {
    const { submissionId } = await turnIn('a.txt');
    await teacher.must('handBack', { params: inCourse(), body: { works: [{ submissionId, attempt: 1 }] } });
    await turnIn('b.txt');
    await teacher.must('review', { params: { submissionId }, body: { attempt: 2 } });
    await startFromForm(school, 13);
    const attempts = all<{ n: number; reviewed: number; back: number }>(
      school.running.school.db,
      'SELECT n, reviewed_at IS NOT NULL AS reviewed, handed_back_at IS NOT NULL AS back FROM attempt ORDER BY n',
    );
    expect(attempts).toEqual([
      { n: 1, reviewed: 1, back: 1 },
      { n: 2, reviewed: 1, back: 0 },
    ]);
    expect((await takeBack(submissionId, 2)).error?.code).toBe('already-reviewed');
  });
});

describe('an act means what was looked at', () => {
  test('what came a moment later is not reviewed, handed back, approved or sent back unseen', async () => {
    const { submissionId } = await turnIn('a.txt');
    await turnIn('b.txt');
    const works = [{ submissionId, attempt: 1 }];
    const params = { submissionId };
    expect(await teacher.call('review', { params, body: { attempt: 1 } })).toMatchObject({
      status: 409,
      error: { code: 'newer-attempt', details: { attempt: 2 } },
    });
    for (const [name, done] of [
      ['handBack', 'handedBack'],
      ['approve', 'approved'],
    ] as const)
      expect(await teacher.must(name, { params: inCourse(), body: { works } })).toMatchObject({
        [done]: 0,
        newer: 1,
      });
    expect(
      await teacher.must('sendBack', { params: inCourse(), body: { works, word: 'Again, please' } }),
    ).toEqual({ sentBack: 0, newer: 1 });
    expect(await slotOf()).toMatchObject({ state: 'turned in', attempt: 2 });
  });

  test('among many, those that are as they were looked at are handed back, and the rest are told', async () => {
    const first = await turnIn('a.txt');
    const other = await turnIn('c.txt', school.assignment, school.as('chidi'));
    await turnIn('b.txt');
    const works = [first, other].map(({ submissionId, attempt }) => ({ submissionId, attempt }));
    expect(await teacher.must('handBack', { params: inCourse(), body: { works } })).toMatchObject({
      handedBack: 1,
      newer: 1,
    });
  });

  test('an attempt that came while one was looked at is new to look at', async () => {
    const { submissionId } = await turnIn('a.txt');
    await turnIn('b.txt');
    await teacher.must('markSeen', { params: { submissionId }, body: { attempts: 1 } });
    expect((await slotOf()).unseen).toBe(true);
    await teacher.must('markSeen', { params: { submissionId }, body: { attempts: 2 } });
    expect((await slotOf()).unseen).toBe(false);
  });
});

describe('a press', () => {
  test('of somebody else, or for another assignment, is refused with its sentence', async () => {
    const other = await school.assign('Soil', [2, 10], '2030-02-01T23:59');
    const key = randomUUID();
    const upload = await mai.upload(school.assignment, 'a.txt', bytesOf('a'));
    const first = await mai.turnIn(school.assignment, [upload], key);
    expect((await mai.turnIn(school.assignment, [upload], key)).data).toEqual(first.data);
    const chidi = school.as('chidi');
    for (const reply of [
      await mai.turnIn(other, [await mai.upload(other, 'b.txt', bytesOf('b'))], key),
      await chidi.turnIn(
        school.assignment,
        [await chidi.upload(school.assignment, 'c.txt', bytesOf('c'))],
        key,
      ),
    ])
      expect(reply).toMatchObject({ status: 409, error: { code: 'press-used' } });
  });

  test('of another guest at a side door too', async () => {
    const door = await school.makeDoor();
    const key = randomUUID();
    const statuses: number[] = [];
    for (const name of ['one', 'two']) {
      const guest = await school.enter(name, door.token, { name });
      const reply = await guest.call('deliver', {
        params: { token: door.token },
        body: { key, uploadIds: [await guest.bring(`${name}.txt`, bytesOf(name))] },
      });
      statuses.push(reply.status);
    }
    expect(statuses).toEqual([200, 409]);
  });
});

test('a change of names that a crash cut off is found again under its id, as ended without effect', async () => {
  const id = 'rn_cut-off' as RenamingId;
  noteRenamingWork(school.running.school, school.course, id);
  await school.restart();
  expect(
    await school.as('teacher').must('readRenaming', { params: { ...inCourse(), renamingId: id } }),
  ).toMatchObject({ state: 'failed', done: 0 });
  const { id: whole } = await school.as('teacher').must('startRenaming', {
    params: inCourse(),
    body: { subject: 'folder', rule: '{last} {first}' },
  });
  const read = () =>
    school.as('teacher').must('readRenaming', { params: { ...inCourse(), renamingId: whole } });
  await until(async () => (await read()).state !== 'running');
  const before = await read();
  await school.restart();
  expect(await read()).toEqual(before);
});

describe('a clock that is set back', () => {
  test('times on the ledger never go back, and no comment vanishes', async () => {
    const { submissionId } = await turnIn('a.txt');
    const params = { submissionId };
    await teacher.must('comment', { params, body: { text: 'Clear readings.', attempt: 1 } });
    const inside = school.running.school;
    const { now } = inside;
    inside.now = () => new Date(Date.parse(now()) - 3_600_000).toISOString() as ReturnType<typeof now>;
    await teacher.must('comment', { params, body: { text: 'And a second.', attempt: 1 } });
    await teacher.must('handBack', { params: inCourse(), body: { works: [{ submissionId, attempt: 1 }] } });
    inside.now = now;
    await turnIn('b.txt');
    const read = await mai.must('readSubmission', { params });
    expect(read.comments.map(({ text }) => text)).toEqual(['Clear readings.', 'And a second.']);
    const times = all<{ at: string }>(inside.db, 'SELECT at FROM event ORDER BY idx').map(({ at }) => at);
    expect(times).toEqual([...times].sort());
  });

  test('work that is dated by its pile has its moment beside the line’s own', async () => {
    const pile = await teacher.bringPile(school.course, {
      'Thi Mai Dang Stream gauge log.txt': bytesOf('five readings'),
    });
    expect(pile.counts.placed).toBe(1);
    const lines = all<{ at: string; kind: string; canonical: string }>(
      school.running.school.db,
      'SELECT at, kind, canonical FROM event ORDER BY idx',
    );
    const times = lines.map(({ at }) => at);
    expect(times).toEqual([...times].sort());
    const line = lines.find(({ kind }) => kind === 'turned in')!;
    const { facts } = JSON.parse(line.canonical) as { facts: { turnedInAt?: string } };
    expect(facts.turnedInAt).toBe(pile.madeAt);
    expect((await slotOf()).turnedInAt).toBe(pile.madeAt);
  });
});
