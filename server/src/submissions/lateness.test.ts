import { randomUUID } from 'node:crypto';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import type { AssignmentId, Instant } from '@vestibul/core';
import { TestSchool, bytesOf, type Caller } from '../testing/TestSchool';
import { findScans } from '../testing/findScans';

let school: TestSchool;
let teacher: Caller;
let assignmentId: AssignmentId;
/** What the school's clock shows; its zone is London, in winter. */
let clock = '2027-01-20T12:00';

beforeEach(async () => {
  clock = '2027-01-20T08:00';
  school = await TestSchool.open();
  Object.assign(school.running.school, { now: () => `${clock}:00.000Z` as Instant });
  teacher = school.as('teacher');
  assignmentId = await school.assign('Stream gauge', [2, 10], '2027-01-20T10:00');
});
afterEach(() => school.close());

const inCourse = () => ({ courseId: school.course });
const duesAt = (local: string) =>
  [2, 10].map((number) => ({ periodId: school.periods[number], dueLocal: local }));
const turnIn = async (who: string) => {
  const caller = school.as(who);
  const upload = await caller.upload(assignmentId, `${who}.txt`, bytesOf(randomUUID()));
  return (await caller.turnIn(assignmentId, [upload])).data;
};
const slots = async () =>
  Object.fromEntries(
    (await teacher.must('readRack', { params: inCourse() })).slots
      .filter((slot) => slot.assignmentId === assignmentId && slot.id !== null)
      .map((slot) => [
        Object.keys(school.ids).find((name) => school.ids[name] === slot.studentId),
        `${slot.state} ${slot.lateMs / 60_000}`,
      ]),
  );
const change = async (body: object) => {
  const params = { assignmentId };
  const { dues: _dues, ...known } = await teacher.must('readAssignment', { params });
  await teacher.must('changeAssignment', {
    params,
    body: { ...known, dues: duesAt('2027-01-20T10:00'), ...body },
  });
};
const lines = async () =>
  (await teacher.must('readLedger', { params: inCourse(), query: { kind: 'lateness changed' } })).lines;

describe('what is in follows the time that holds', () => {
  beforeEach(async () => {
    clock = '2027-01-20T09:30';
    await turnIn('mai');
    clock = '2027-01-20T10:20';
    await turnIn('chidi');
  });

  test('a due time that is put right counts for what is in too, either way, and the ledger has both', async () => {
    expect(await slots()).toEqual({ mai: 'turned in 0', chidi: 'late 20' });
    await change({ dues: duesAt('2027-01-20T11:00') });
    expect(await slots()).toEqual({ mai: 'turned in 0', chidi: 'turned in 0' });
    await change({ dues: duesAt('2027-01-20T09:00') });
    expect(await slots()).toEqual({ mai: 'late 30', chidi: 'late 80' });
    // Both times for each of the two, though the first was in time throughout the first change.
    expect(await lines()).toHaveLength(4);
    const [mine] = (await school.as('mai').must('listMyAssignments')).filter(({ id }) => id === assignmentId);
    expect(mine).toMatchObject({ state: 'late' });
    expect(findScans(school.running.school.db)).toEqual([]);
  });

  test('and does not where the teacher says so', async () => {
    await change({ dues: duesAt('2027-01-20T11:00'), alsoTurnedIn: false });
    expect(await slots()).toEqual({ mai: 'turned in 0', chidi: 'late 20' });
    expect(await lines()).toEqual([]);
    // Nor by a change of something else later, which says nothing of times.
    await change({ dues: duesAt('2027-01-20T11:00'), title: 'Stream gauge, the log' });
    expect(await slots()).toEqual({ mai: 'turned in 0', chidi: 'late 20' });
  });

  test('so too for the minutes of grace, and for a student’s own time', async () => {
    await change({ graceMinutes: 30 });
    expect(await slots()).toEqual({ mai: 'turned in 0', chidi: 'turned in 0' });
    await change({ graceMinutes: 0 });
    expect(await slots()).toMatchObject({ chidi: 'late 20' });
    const own = { params: { assignmentId, studentId: school.ids.chidi! } };
    await teacher.must('moveDue', { ...own, body: { dueLocal: '2027-01-20T12:00' } });
    expect(await slots()).toEqual({ mai: 'turned in 0', chidi: 'turned in 0' });
    await teacher.must('moveDue', { ...own, body: { alsoTurnedIn: false } });
    expect(await slots()).toMatchObject({ chidi: 'turned in 0' });
    await teacher.must('moveDue', { ...own, body: {} });
    expect(await slots()).toMatchObject({ chidi: 'late 20' });
  });

  test('another attempt may count then, and what was said of each stays with it', async () => {
    clock = '2027-01-20T10:40';
    await turnIn('mai');
    // Of two the last one in time counts: the first.
    expect(await slots()).toMatchObject({ mai: 'turned in 0' });
    await change({ dues: duesAt('2027-01-20T11:00') });
    const { slots: all } = await teacher.must('readRack', { params: inCourse() });
    expect(all.find((slot) => slot.studentId === school.ids.mai)).toMatchObject({ attempt: 2, lateMs: 0 });
  });

  test('the form hears beforehand whom a change touches, and nothing is written by asking', async () => {
    const ask = (local: string, more: object = {}) =>
      teacher.must('previewDues', { params: { assignmentId }, body: { dues: duesAt(local), ...more } });
    expect(await ask('2027-01-20T10:00')).toMatchObject({
      becomeLate: { total: 0 },
      becomeInTime: { total: 0 },
    });
    expect(await ask('2027-01-20T11:00')).toMatchObject({
      becomeLate: { total: 0 },
      becomeInTime: { total: 1, names: [{ last: 'Abara' }] },
      lateOtherwise: 0,
    });
    expect(await ask('2027-01-20T09:00')).toMatchObject({
      becomeLate: { total: 1, names: [{ last: 'Đặng' }] },
      lateOtherwise: 1,
    });
    expect(await ask('2027-01-20T10:00', { graceMinutes: 20 })).toMatchObject({ becomeInTime: { total: 1 } });
    expect(await slots()).toEqual({ mai: 'turned in 0', chidi: 'late 20' });
  });

  test('what was taken back is not reckoned, nor what is not given to its student any more', async () => {
    const { submissionId } = await turnIn('chidi');
    await school.as('chidi').must('takeBack', {
      params: { submissionId },
      body: { attempt: 2, key: randomUUID() },
    });
    const [first] = duesAt('2027-01-20T09:00');
    await change({ dues: duesAt('2027-01-20T09:00').slice(1) });
    expect(first!.periodId).toBe(school.periods[2]);
    expect(await slots()).toEqual({ mai: 'turned in 0', chidi: 'late 20' });
    expect(await lines()).toEqual([]);
  });
});

describe('nobody is excused in silence', () => {
  const stateOf = async (who: string) =>
    (await school.as(who).must('listMyAssignments')).find(({ id }) => id === assignmentId)?.state;

  test('work that is given with a due time in the past is asked of everybody who is there', async () => {
    clock = '2027-01-21T08:00';
    assignmentId = await school.assign('Given too late', [2, 10], '2026-01-10T10:00');
    expect(await stateOf('mai')).toBe('missing');
    const { data } = await school
      .as('mai')
      .turnIn(assignmentId, [await school.as('mai').upload(assignmentId, 'late.txt', bytesOf('late'))]);
    expect(data.lateMs).toBeGreaterThan(0);
  });

  test('who joins after it was due is not asked, whatever becomes of the due time in the past', async () => {
    clock = '2027-01-22T08:00';
    const ann = { last: 'Newcome', first: 'Ann', email: 'ann@x.example', periodId: school.periods[2] };
    const { students } = await teacher.must('joinRoster', {
      params: inCourse(),
      body: { fromList: false, people: [ann] },
    });
    school.ids.ann = students[0]!;
    expect(await stateOf('ann')).toBe('excused');
    expect(await stateOf('mai')).toBe('missing');
  });
});
