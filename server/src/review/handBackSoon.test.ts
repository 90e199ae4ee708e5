import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { all } from '../platform/database/database';
import { instantToLocal, toInstant } from '@vestibul/core';
import type { Told } from '../platform/live/Bus';
import { TestSchool, bytesOf, until, type Caller } from '../testing/TestSchool';
import { handBackDue } from './handBackSoon';

let school: TestSchool;
let teacher: Caller;
beforeEach(async () => {
  school = await TestSchool.open();
  teacher = school.as('teacher');
});
afterEach(() => school.close());

const inCourse = () => ({ courseId: school.course });
const turnIn = async (who: string) => {
  const student = school.as(who);
  const { data } = await student.turnIn(school.assignment, [
    await student.upload(school.assignment, 'a.txt', bytesOf(who)),
  ]);
  return { submissionId: data.submissionId, attempt: data.attempt };
};
type Work = Awaited<ReturnType<typeof turnIn>>;
const stateFor = async (who: string, { submissionId }: Work) =>
  (await school.as(who).must('readSubmission', { params: { submissionId } })).state;
const soon = (works: Work[]) =>
  teacher.must('handBack', { params: inCourse(), body: { works, afterSeconds: 10 } });
const keep = (works: Work[]) => teacher.must('takeIntoReview', { params: inCourse(), body: { works } });
/** The server's clock goes on, or back, by that much. */
const pass = (ms: number) => {
  const inside = school.running.school;
  const { now } = inside;
  inside.now = () => toInstant(Date.parse(now()) + ms);
};
const lines = () =>
  all<{ kind: string }>(
    school.running.school.db,
    "SELECT kind FROM event WHERE kind IN ('handed back', 'taken back into review') ORDER BY idx",
  ).map(({ kind }) => kind);

test('after the pause it is handed back, and until then nothing has happened', async () => {
  const work = await turnIn('mai');
  expect(await soon([work])).toEqual({ handedBack: 0, waiting: 1, newer: 0 });
  handBackDue(school.running.school);
  expect([await stateFor('mai', work), lines()]).toEqual(['turned in', []]);
  pass(11_000);
  handBackDue(school.running.school);
  handBackDue(school.running.school);
  expect([await stateFor('mai', work), lines()]).toEqual(['handed back', ['handed back']]);
});

test('of the pause the live line tells the staff alone', async () => {
  const work = await turnIn('mai');
  const told: Told[] = [];
  const stop = school.running.school.bus.listen((one) => told.push(one));
  await soon([work]);
  await keep([work]);
  stop();
  expect(told.map(({ audience }) => audience)).toEqual(Array(2).fill({ staffOf: school.course }));
});

test('kept in the pause, it never was handed back', async () => {
  const work = await turnIn('mai');
  await soon([work]);
  expect(await keep([work])).toEqual({ kept: 1, takenBack: 0, newer: 0 });
  pass(60_000);
  handBackDue(school.running.school);
  expect([await stateFor('mai', work), lines()]).toEqual(['turned in', []]);
});

test('in the pause its slot says so, and no longer once it is kept or handed back', async () => {
  const work = await turnIn('mai');
  const goesBack = async () =>
    (await teacher.must('readRack', { params: inCourse() })).slots.map((slot) => slot.goesBack);
  await soon([work]);
  expect(await goesBack()).toEqual([true]);
  await keep([work]);
  expect(await goesBack()).toEqual([false]);
  await soon([work]);
  pass(11_000);
  handBackDue(school.running.school);
  expect(await goesBack()).toEqual([false]);
});

test('a server that is killed in the pause hands back when it is there again, by itself', async () => {
  const work = await turnIn('mai');
  await teacher.must('handBack', { params: inCourse(), body: { works: [work], afterSeconds: 1 } });
  await school.running.close();
  await school.start();
  await until(async () => (await stateFor('mai', work)) === 'handed back');
  expect(lines()).toEqual(['handed back']);
});

test('a clock set back lets nobody wait for an hour', async () => {
  const work = await turnIn('mai');
  await soon([work]);
  pass(-3_600_000);
  handBackDue(school.running.school);
  expect(await stateFor('mai', work)).toBe('handed back');
});

test('what is turned in again in the pause is not handed back unseen', async () => {
  const work = await turnIn('mai');
  await soon([work]);
  const newer = await turnIn('mai');
  pass(11_000);
  handBackDue(school.running.school);
  expect([await stateFor('mai', newer), lines()]).toEqual(['turned in', []]);
});

test('taken back into review it is reviewed, can be handed back again, and what was read stays readable', async () => {
  const work = await turnIn('mai');
  const params = { submissionId: work.submissionId };
  await teacher.must('comment', { params, body: { text: 'Well measured.', attempt: 1 } });
  await teacher.must('handBack', { params: inCourse(), body: { works: [work] } });
  expect(await keep([work])).toEqual({ kept: 0, takenBack: 1, newer: 0 });
  expect(await keep([work])).toEqual({ kept: 0, takenBack: 0, newer: 0 });
  await teacher.must('comment', { params, body: { text: 'A second thought.', attempt: 1 } });
  const seen = await school.as('mai').must('readSubmission', { params });
  expect([seen.state, seen.handedBackAt, seen.comments.map(({ text }) => text)]).toEqual([
    'reviewed',
    null,
    ['Well measured.'],
  ]);
  await teacher.must('handBack', { params: inCourse(), body: { works: [work] } });
  expect(lines()).toEqual(['handed back', 'taken back into review', 'handed back']);
  expect((await school.as('mai').must('readSubmission', { params })).comments).toHaveLength(2);
});

describe('at a set time', () => {
  const TIMES = "SELECT kind FROM event WHERE kind LIKE 'hand%' ORDER BY idx";
  const kinds = () => all<{ kind: string }>(school.running.school.db, TIMES).map(({ kind }) => kind);
  const inAnHour = () =>
    instantToLocal(toInstant(Date.parse(school.running.school.now()) + 3_600_000), 'Europe/London');
  const plan = (works: Work[], atLocal: string) =>
    teacher.call('handBack', { params: inCourse(), body: { works, atLocal } });

  test('it is handed back then and not before, over a restart, and the ledger has both', async () => {
    const work = await turnIn('mai');
    expect((await plan([work], inAnHour())).data).toEqual({ handedBack: 0, waiting: 1, newer: 0 });
    pass(1_800_000);
    handBackDue(school.running.school);
    expect(await stateFor('mai', work)).toBe('turned in');
    await school.running.close();
    await school.start();
    pass(3_700_000);
    handBackDue(school.running.school);
    expect([await stateFor('mai', work), kinds()]).toEqual([
      'handed back',
      ['hand-back planned', 'handed back'],
    ]);
  });

  test('it is called off, and another time takes the place of the one before', async () => {
    const work = await turnIn('mai');
    await plan([work], inAnHour());
    expect(await keep([work])).toEqual({ kept: 1, takenBack: 0, newer: 0 });
    pass(3_700_000);
    handBackDue(school.running.school);
    expect([await stateFor('mai', work), kinds()]).toEqual([
      'turned in',
      ['hand-back planned', 'hand-back called off'],
    ]);
    await plan([work], inAnHour());
    await soon([work]);
    pass(11_000);
    handBackDue(school.running.school);
    expect(await stateFor('mai', work)).toBe('handed back');
  });

  test('a clock set back does not bring it forward', async () => {
    const work = await turnIn('mai');
    await plan([work], inAnHour());
    pass(-3_600_000);
    handBackDue(school.running.school);
    expect(await stateFor('mai', work)).toBe('turned in');
  });

  test('a time that is past or too far away is refused with a sentence', async () => {
    const work = await turnIn('mai');
    for (const local of ['2020-01-01T08:00', '2099-01-01T08:00'])
      expect((await plan([work], local)).error?.code).toBe('not-ahead');
    expect((await plan([work], 'tomorrow')).error?.code).toBe('bad-input');
  });
});
