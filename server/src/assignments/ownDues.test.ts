import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { AssignmentId } from '@vestibul/core';
import { TestSchool, bytesOf } from '../testing/TestSchool';

let school: TestSchool;
let assignmentId: AssignmentId;
beforeAll(async () => {
  school = await TestSchool.open();
  assignmentId = await school.assign('Hill profile', [2, 10], '2020-01-15T12:00');
});
afterAll(() => school.close());

const set = (dues: readonly object[], more: object = {}, who = 'teacher') =>
  school.as(who).call('moveDues', { params: { assignmentId }, body: { dues, ...more } });
const rack = () => school.as('teacher').must('readRack', { params: { courseId: school.course } });
const own = async () =>
  Object.fromEntries(
    (await rack()).dues
      .filter((due) => due.assignmentId === assignmentId)
      .map(({ studentId, due, excused }) => [
        Object.keys(school.ids).find((name) => school.ids[name] === studentId),
        excused ? 'excused' : due,
      ]),
  );
const lines = async () => {
  const query = { kind: 'due moved', assignment: assignmentId };
  return (await school.as('teacher').must('readLedger', { params: { courseId: school.course }, query }))
    .lines;
};

test('several are given more time, excused, or asked again as the others are, each with a line on the ledger', async () => {
  const { mai, chidi, ali } = school.ids;
  const later = (studentId: string | undefined) => ({ studentId, dueLocal: '2030-03-01T12:00' });
  expect((await set([later(mai), later(chidi), { studentId: ali, excused: true }])).status).toBe(200);
  const time = '2030-03-01T12:00:00.000Z';
  expect(await own()).toEqual({ mai: time, chidi: time, ali: 'excused' });
  expect(await lines()).toHaveLength(3);
  await set([{ studentId: mai }, { studentId: ali }]);
  expect(await own()).toEqual({ chidi: time });
  expect(await lines()).toHaveLength(5);
});

test('all of them or none: one who is not in the course changes nothing', async () => {
  const before = [await own(), await lines()];
  const { mai, outsider } = school.ids;
  const refused = await set([
    { studentId: mai, excused: true },
    { studentId: outsider, excused: true },
  ]);
  expect([refused.status, refused.error?.code]).toEqual([409, 'not-here']);
  expect([await own(), await lines()]).toEqual(before);
  expect((await set([])).status).toBe(400);
  expect((await set([{ studentId: mai }], {}, 'aide')).status).toBe(403);
});

test('a time given to several counts for what is in too, or not, as is said', async () => {
  const turnIn = async (who: string) => {
    const upload = await school.as(who).upload(assignmentId, 'a.txt', bytesOf(who));
    await school.as(who).turnIn(assignmentId, [upload]);
  };
  await turnIn('mai');
  await turnIn('ali');
  const late = async () =>
    (await rack()).slots.filter((slot) => slot.assignmentId === assignmentId && slot.lateMs > 0).length;
  expect(await late()).toBe(2);
  const dues = ['mai', 'ali'].map((who) => ({ studentId: school.ids[who], dueLocal: '2030-03-01T12:00' }));
  await set(dues, { alsoTurnedIn: false });
  expect(await late()).toBe(2);
  await set(dues);
  expect(await late()).toBe(0);
});
