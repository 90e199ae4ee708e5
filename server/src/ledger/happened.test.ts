import { afterAll, beforeAll, expect, test } from '@jest/globals';
import {
  acts,
  addDays,
  instantToLocal,
  kindOfAct,
  localToInstant,
  type Day,
  type Instant,
  type LocalTime,
} from '@vestibul/core';
import { all, run } from '../platform/database/database';
import { findScans } from '../testing/findScans';
import { TestSchool, bytesOf } from '../testing/TestSchool';

let school: TestSchool;
beforeAll(async () => {
  school = await TestSchool.open();
});
afterAll(() => school.close());

const read = async (query: Record<string, string>) =>
  (await school.as('teacher').must('readHappened', { params: { courseId: school.course }, query })).rows;

test('what was done is told by days of the school, by student and by assignment, of some periods or of all', async () => {
  const inside = school.running.school;
  const { now } = inside;
  // Half past eleven in the evening of a day to come in Kathmandu, and half an hour past midnight.
  const zone = 'Asia/Kathmandu';
  run(inside.db, 'UPDATE school SET time_zone = :zone', { zone });
  const first = addDays(instantToLocal(now(), zone).slice(0, 10) as Day, 2);
  const second = addDays(first, 1);
  const turnInAt = async (who: string, moment: Instant) => {
    inside.now = () => moment;
    const student = school.as(who);
    return student.turnIn(school.assignment, [
      await student.upload(school.assignment, `${who}.txt`, bytesOf(who)),
    ]);
  };
  await turnInAt('mai', localToInstant(`${first}T23:30` as LocalTime, zone));
  const { data } = await turnInAt('ali', localToInstant(`${second}T00:30` as LocalTime, zone));
  const of = { params: { submissionId: data.submissionId } };
  const teacher = school.as('teacher');
  await teacher.must('comment', { ...of, body: { text: 'Good.', attempt: 1 } });
  await teacher.must('review', { ...of, body: { attempt: 1 } });
  await teacher.must('handBack', {
    params: { courseId: school.course },
    body: { works: [{ submissionId: data.submissionId, attempt: 1 }] },
  });

  const none = Object.fromEntries(acts.map((act) => [act, 0]));
  const { mai, ali } = school.ids;
  expect(await read({ by: 'day', from: first })).toEqual([
    { of: first, counts: { ...none, turnedIn: 1 } },
    { of: second, counts: { ...none, turnedIn: 1, commented: 1, reviewed: 1, handedBack: 1 } },
  ]);
  expect(await read({ by: 'day', from: first, to: first })).toHaveLength(1);
  const byStudent = await read({ by: 'student', from: first });
  expect(new Map(byStudent.map(({ of: id, counts }) => [id, counts.turnedIn]))).toEqual(
    new Map([
      [mai, 1],
      [ali, 1],
    ]),
  );
  expect(await read({ by: 'assignment', from: first })).toEqual([
    {
      of: school.assignment,
      counts: { ...none, turnedIn: 2, commented: 1, reviewed: 1, handedBack: 1 },
    },
  ]);

  const { students } = await teacher.must('readRack', { params: { courseId: school.course } });
  const periodOf = (id: string) => students.find((student) => student.id === id)!.periodId;
  const here = await read({ by: 'student', from: first, periods: periodOf(mai!) });
  expect(new Set(here.map(({ of: id }) => periodOf(id)))).toEqual(new Set([periodOf(mai!)]));

  // Every such line is one of somebody on the roster: none is left out.
  const lines = all<{ kind: string; count: number }>(
    inside.db,
    `SELECT kind, COUNT(*) AS count FROM event WHERE course_id = ? AND kind IN (SELECT value FROM json_each(?)) GROUP BY 1`,
    [school.course, JSON.stringify(Object.values(kindOfAct))],
  );
  for (const by of ['day', 'student', 'assignment']) {
    const rows = await read({ by });
    for (const act of acts)
      expect(rows.reduce((sum, { counts }) => sum + counts[act], 0)).toBe(
        lines.find(({ kind }) => kind === kindOfAct[act])?.count ?? 0,
      );
  }
  expect(findScans(inside.db)).toEqual([]);
  inside.now = now;
});
