import { afterAll, beforeAll, expect, test } from '@jest/globals';
import papa from 'papaparse';
import {
  addDays,
  instantToLocal,
  localToInstant,
  type Day,
  type Instant,
  type LocalTime,
} from '@vestibul/core';
import { run } from '../platform/database/database';
import { findScans } from '../testing/findScans';
import { TestSchool, bytesOf } from '../testing/TestSchool';

let school: TestSchool;
beforeAll(async () => {
  school = await TestSchool.open();
});
afterAll(() => school.close());

const inCourse = () => ({ courseId: school.course });
const read = async (query: Record<string, string>) =>
  school.as('teacher').must('readLedger', { params: inCourse(), query });
const record = async (query: Record<string, string>) => {
  const reply = await school.as('teacher').raw('readRecord', { params: inCourse(), query });
  const text = (await reply.text()).replace('\ufeff', '');
  return papa.parse<Record<string, string>>(text, { header: true, skipEmptyLines: true }).data;
};

test('the ledger is read by days of the school and by groups of kinds, the record by whose, for what and when', async () => {
  const inside = school.running.school;
  const { now } = inside;
  // Half past eleven in the evening of a day to come in Auckland, and half an hour past midnight.
  const zone = 'Pacific/Auckland';
  run(inside.db, 'UPDATE school SET time_zone = :zone', { zone });
  const first = addDays(instantToLocal(now(), zone).slice(0, 10) as Day, 2);
  const [before, second] = [addDays(first, -1), addDays(first, 1)];
  const late = localToInstant(`${first}T23:30` as LocalTime, zone);
  const early = localToInstant(`${second}T00:30` as LocalTime, zone);
  const turnInAt = async (who: string, moment: Instant) => {
    inside.now = () => moment;
    const student = school.as(who);
    await student.turnIn(school.assignment, [
      await student.upload(school.assignment, `${who}.txt`, bytesOf(who)),
    ]);
  };
  await turnInAt('mai', late);
  await turnInAt('ali', early);
  const turnedIn = async (query: Record<string, string>) => {
    const { lines, total } = await read({ kind: 'turned in', ...query });
    expect(total).toBe(lines.length);
    return lines.map(({ student }) => student!.id);
  };
  const { mai, ali } = school.ids;
  expect(await turnedIn({ from: first, to: first })).toEqual([mai]);
  expect(await turnedIn({ from: second, to: second })).toEqual([ali]);
  expect(await turnedIn({ from: first })).toEqual([ali, mai]);
  expect(await turnedIn({ to: before })).toEqual([]);
  const { lines } = await read({ group: 'turning in', from: first, to: second });
  expect(new Set(lines.map(({ kind }) => kind))).toEqual(new Set(['turned in', 'piece placed']));

  const [row, ...others] = await record({ from: second, to: second });
  expect(others).toEqual([]);
  expect(row).toMatchObject({
    'student id': ali,
    'turned in at': early,
    'turned in, local': `${second} 00:30`,
    owner: ali,
    'owner name': 'Ali Demir',
  });
  expect((await record({ student: mai! })).map((one) => one['original name'])).toContain('mai.txt');
  expect(new Set((await record({ student: mai! })).map((one) => one['student id']))).toEqual(new Set([mai]));
  expect(findScans(inside.db)).toEqual([]);
  inside.now = now;
});
