import { afterAll, beforeAll, expect, test } from '@jest/globals';
import ICAL from 'ical.js';
import { Temporal } from 'temporal-polyfill';
import type { AssignmentId } from '@vestibul/core';
import { askPython, hasPython } from '@vestibul/core/testing/python';
import { findScans } from '../testing/findScans';
import { TestSchool } from '../testing/TestSchool';

let school: TestSchool;
let winter: AssignmentId;
let summer: AssignmentId;
const year = new Date().getUTCFullYear() + (new Date().getUTCMonth() > 8 ? 1 : 0);

beforeAll(async () => {
  school = await TestSchool.open();
  winter = await school.assign(
    'Winter walk, with; signs \\ and\u{1f427} a long title that has to be folded somewhere',
    [2, 10],
    `${year}-01-20T23:59`,
  );
  summer = await school.assign('Summer walk', [2], `${year}-06-20T08:30`);
  await school.as('teacher').must('makeAssignment', {
    params: { courseId: school.course },
    body: {
      title: 'Still a draft',
      visible: { when: 'draft' },
      dues: [{ periodId: school.periods[2], dueLocal: `${year}-01-20T08:00` }],
    },
  });
});
afterAll(() => school.close());

const january = { from: `${year}-01-01`, to: `${year}-01-31` };

test('a month of what is due: a teacher’s courses with drafts, a student’s own, all for the office', async () => {
  const read = (who: string, query: Record<string, string> = january) =>
    school.as(who).must('readCalendar', { query });
  const teacher = await read('teacher');
  expect(
    teacher.map(({ title, isDraft, periods }) => [
      title.slice(0, 11),
      isDraft,
      periods.map(({ number }) => number),
    ]),
  ).toEqual([
    ['Still a dra', true, [2]],
    ['Winter walk', false, [2, 10]],
  ]);
  expect((await read('mai')).map(({ assignmentId }) => assignmentId)).toEqual([winter]);
  expect(
    (await read('ali', { from: `${year}-06-01`, to: `${year}-06-30` })).map(
      ({ assignmentId }) => assignmentId,
    ),
  ).toEqual([]);
  expect(await read('office')).toHaveLength(2);
  expect(await read('outsider')).toEqual([]);
  expect(await read('other teacher')).toEqual([]);
  const [botany] = await school.as('other teacher').must('listCourses');
  expect(await read('office', { ...january, course: botany!.id })).toEqual([]);
  const tooLong = await school
    .as('teacher')
    .call('readCalendar', { query: { from: `${year}-01-01`, to: `${year + 1}-01-01` } });
  expect(tooLong.status).toBe(400);
});

test('a due time of one’s own stands in one’s own calendar', async () => {
  const params = { assignmentId: winter, studentId: school.ids.mai! };
  await school.as('teacher').must('moveDue', { params, body: { dueLocal: `${year}-02-03T09:00` } });
  const read = (query: Record<string, string>) => school.as('mai').must('readCalendar', { query });
  expect(await read(january)).toEqual([]);
  expect(await read({ from: `${year}-02-01`, to: `${year}-02-28` })).toMatchObject([
    { dueLocal: `${year}-02-03T09:00` },
  ]);
  await school.as('teacher').must('moveDue', { params, body: {} });
});

test('the feed is read by another parser, with due times that are right in every zone', async () => {
  const teacher = school.as('teacher');
  expect(await teacher.must('readFeedAddress')).toEqual({ path: null });
  const { path } = await teacher.must('renewFeed');
  expect(await teacher.must('readFeedAddress')).toEqual({ path });
  const response = await fetch(school.running.address + path);
  expect(response.headers.get('content-type')).toBe('text/calendar; charset=utf-8');
  const text = await response.text();
  expect(text.endsWith('END:VCALENDAR\r\n')).toBe(true);
  expect(text).not.toMatch(/^DTEND/m);
  for (const line of text.split('\r\n')) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75);
  const calendar = new ICAL.Component(ICAL.parse(text));
  const events = calendar.getAllSubcomponents('vevent').map((component) => new ICAL.Event(component));
  expect(events.map(({ summary }) => summary)).not.toContain('Due: Still a draft');
  const found = events.find(({ summary }) => summary.startsWith('Due: Winter walk'))!;
  expect(found.summary).toBe(
    'Due: Winter walk, with; signs \\ and\u{1f427} a long title that has to be folded somewhere',
  );
  // The same moments by the reference library, for somebody in London and somebody in New York.
  for (const [event, local] of [
    [found, `${year}-01-20T23:59`],
    [events.find(({ summary }) => summary === 'Due: Summer walk')!, `${year}-06-20T08:30`],
  ] as const) {
    const due = Temporal.PlainDateTime.from(local).toZonedDateTime('Europe/London');
    expect(event.startDate.toJSDate().getTime()).toBe(due.epochMilliseconds);
    const shown = new Date(event.startDate.toJSDate()).toLocaleString('sv-SE', {
      timeZone: 'America/New_York',
    });
    expect(shown.slice(0, 16)).toBe(
      due.withTimeZone('America/New_York').toPlainDateTime().toString().replace('T', ' ').slice(0, 16),
    );
  }
  expect(new Set(events.map(({ uid }) => uid)).size).toBe(events.length);
});

test('the feed says what changed and when, is the same until then, and is not sent again to who has it', async () => {
  const teacher = school.as('teacher');
  const { path } = await teacher.must('renewFeed');
  const ask = (headers: Record<string, string> = {}) => fetch(school.running.address + path, { headers });
  const eventOf = (text: string, title: string) => {
    const calendar = new ICAL.Component(ICAL.parse(text));
    const found = calendar
      .getAllSubcomponents('vevent')
      .find((event) => String(event.getFirstPropertyValue('summary')) === `Due: ${title}`)!;
    const value = (name: string) => String(found.getFirstPropertyValue(name));
    return { sequence: Number(value('sequence')), stamp: value('dtstamp'), modified: value('last-modified') };
  };
  const first = await ask();
  const etag = first.headers.get('etag')!;
  const before = await first.text();
  expect(await (await ask()).text()).toBe(before);
  const again = await ask({ 'If-None-Match': etag });
  expect([again.status, await again.text()]).toEqual([304, '']);

  const params = { assignmentId: summer };
  const was = await teacher.must('readAssignment', { params });
  const dues = [{ periodId: school.periods[2]!, dueLocal: `${year}-06-21T08:30` }];
  await teacher.must('changeAssignment', { params, body: { ...was, title: 'Summer walk', dues } });
  const changed = await ask({ 'If-None-Match': etag });
  expect(changed.status).toBe(200);
  const after = await changed.text();
  const [old, now] = [eventOf(before, 'Summer walk'), eventOf(after, 'Summer walk')];
  expect(now.sequence).toBe(old.sequence + 1);
  expect(now.modified > old.modified || now.modified === old.modified).toBe(true);
  expect(now.stamp).toBe(now.modified);
  // What was not changed is word for word what it was.
  const walk = /BEGIN:VEVENT\r\n(?:(?!END:VEVENT)[^])*Winter walk(?:(?!END:VEVENT)[^])*END:VEVENT/;
  expect(walk.exec(after)![0]).toBe(walk.exec(before)![0]);
  if (!hasPython('icalendar')) return;
  const read = askPython<[string, string, string | null][]>(
    `import icalendar,json,sys
cal = icalendar.Calendar.from_ical(sys.stdin.buffer.read())
print(json.dumps([[str(e['summary']), e['dtstart'].dt.isoformat(), None if e.get('dtend') is None else 'end'] for e in cal.walk('vevent')]))`,
    after,
  );
  expect(read).toContainEqual(['Due: Summer walk', expect.stringMatching(`^${year}-06-21T07:30:00`), null]);
});

test('a renewed address shuts the old one, and nobody guesses one', async () => {
  const mai = school.as('mai');
  const { path: old } = await mai.must('renewFeed');
  const { path } = await mai.must('renewFeed');
  expect(path).not.toBe(old);
  const read = (where: string) => fetch(school.running.address + where);
  expect((await read(old)).status).toBe(404);
  const text = await (await read(path)).text();
  expect(text).toContain('Summer walk');
  expect((await read('/api/feeds/aaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaa')).status).toBe(404);
  expect(summer).toBeTruthy();
});

test('all of this ran on indexes', () => {
  expect(findScans(school.running.school.db)).toEqual([]);
});
