import { afterAll, afterEach, beforeAll, expect, test } from '@jest/globals';
import type { Instant } from '@vestibul/core';
import type { Outgoing } from '../platform/mail/Mailer';
import { sendDue } from '../platform/mail/outbox';
import { findScans } from '../testing/findScans';
import { TestSchool, bytesOf } from '../testing/TestSchool';
import { writeWeeks } from './weekly';

const letters: Outgoing[] = [];
const post = {
  async send(letter: Outgoing) {
    letters.push(letter);
  },
};

let school: TestSchool;
let now: () => Instant;
beforeAll(async () => {
  school = await TestSchool.open({ mail: post, publicAddress: 'https://hall.x.example/' });
  ({ now } = school.running.school);
});
afterAll(() => school.close());
afterEach(() => {
  letters.length = 0;
  school.running.school.now = now;
});

/** Writes and sends what is to go at a moment: as often as it is looked, a letter is written once. */
async function weeksAt(moment: string): Promise<Outgoing[]> {
  school.running.school.now = () => moment as Instant;
  letters.length = 0;
  while (writeWeeks(school.running.school) > 0);
  while ((await sendDue(school.running.school)) > 0);
  // Those about an account are no letters of a week.
  return letters.filter(({ stopAddress }) => stopAddress !== null);
}

/** The next Monday but `weeks`, at a time in UTC: in London the same, or an hour later in summer. */
function monday(weeks: number, time: string, day = 0): string {
  const today = new Date();
  const away = ((8 - today.getUTCDay()) % 7 || 7) + weeks * 7 + day;
  return `${new Date(today.getTime() + away * 86_400_000).toISOString().slice(0, 10)}T${time}:00.000Z`;
}

test('goes on Mondays, to who wants it alone, and says what was done and what waits', async () => {
  const teacher = school.as('teacher');
  expect(await weeksAt(monday(0, '08:00'))).toEqual([]);
  school.running.school.now = now;
  await teacher.must('setNotices', { body: { weekly: true } });
  expect(await teacher.must('readNotices')).toMatchObject({ weekly: true, digest: 'none' });
  // A student has no course to be told of.
  await school.as('mai').must('setNotices', { body: { weekly: true } });
  const ali = school.as('ali');
  const { data } = await ali.turnIn(school.assignment, [
    await ali.upload(school.assignment, 'a.txt', bytesOf('a')),
  ]);
  // Not of this week before it is over, and not before the morning.
  school.running.school.now = now;
  expect(await weeksAt(now())).toEqual([]);
  expect(await weeksAt(monday(0, '05:30'))).toEqual([]);
  const [letter, ...more] = await weeksAt(monday(0, '07:30'));
  expect(more).toEqual([]);
  expect(letter).toMatchObject({ to: 'Tamsin@x.example', subject: 'Larkmoor: last week in Field Geography' });
  expect(letter!.text).toContain('- Last week: 1 turned in\n- Waits for you: 1 to review');
  expect(letter!.text).toContain('https://hall.x.example/');
  expect(letter!.stopAddress).toMatch(/weekly/);
  expect(await weeksAt(monday(0, '12:00', 2))).toEqual([]);

  // Where the school was off on Monday it comes when it is there again; reviewed work waits no more.
  school.running.school.now = () => monday(0, '12:00', 2) as Instant;
  await teacher.must('review', { params: { submissionId: data.submissionId }, body: { attempt: 1 } });
  const [next] = await weeksAt(monday(1, '12:00', 1));
  expect(next!.text).toContain('- Last week: 1 reviewed\n- Waits for you: 1 to hand back');

  const token = letter!.stopAddress!.split('/').at(-1)!;
  await school.as(null).must('stopLetters', { params: { letters: 'weekly', token } });
  expect(await teacher.must('readNotices')).toMatchObject({ weekly: false });
  expect(await weeksAt(monday(2, '08:00'))).toEqual([]);

  // Whose account is closed gets none.
  school.running.school.now = now;
  await teacher.must('setNotices', { body: { weekly: true } });
  await school.as('office').must('closeAccount', { params: { personId: school.ids.teacher! } });
  expect(await weeksAt(monday(3, '08:00'))).toEqual([]);
  expect(findScans(school.running.school.db)).toEqual([]);
});
