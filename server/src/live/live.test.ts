import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { LiveNotice } from '@vestibul/contract';
import type { PersonId } from '@vestibul/core';
import { all, together } from '../platform/database/database';
import { writeEvent } from '../platform/ledger/ledger';
import { LINES_AT_ONCE } from './tellOfLines';
import { TestSchool, bytesOf } from '../testing/TestSchool';

let school: TestSchool;
beforeAll(async () => {
  school = await TestSchool.open();
});
afterAll(() => school.close());

const inCourse = () => ({ courseId: school.course });

interface Heard {
  notices: LiveNotice[];
  mark: string;
}

/**
 * What a page hears that opens its line: up to the first beat, which comes when everything that it had missed is told. `said`
 * is how it says how far it had heard: as a page does in the address, or as a browser does by itself.
 */
async function hear(who: string, since?: string, said: 'address' | 'header' = 'address'): Promise<Heard> {
  const asked = said === 'header' ? { headers: { 'Last-Event-ID': since! } } : { query: { since: since! } };
  const response = await school.as(who).raw('live', since === undefined ? {} : asked);
  const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader();
  let text = '';
  while (!/event: beat\n.*\n\n/.test(text)) {
    const { value, done } = await reader.read();
    if (done) throw new Error('the stream ended');
    text += value;
  }
  await reader.cancel();
  const [, mark] = /id: (\S+)\nevent: beat/.exec(text)!;
  const notices = [...text.matchAll(/^data: (\{.*)$/gm)].map(([, json]) => JSON.parse(json!) as LiveNotice);
  return { notices, mark: mark! };
}

const kinds = ({ notices }: Heard) => notices.map(({ kind }) => kind);

describe('a page that comes back', () => {
  test('hears of the slot that was filled meanwhile, as it is now and once, and of nothing that is not theirs', async () => {
    const marks = {
      teacher: (await hear('teacher')).mark,
      mai: (await hear('mai')).mark,
      chidi: (await hear('chidi')).mark,
    };
    const mai = school.as('mai');
    const { data } = await mai.turnIn(school.assignment, [
      await mai.upload(school.assignment, 'a.txt', bytesOf('a')),
    ]);
    const slot = { courseId: school.course, studentId: school.ids.mai, assignmentId: school.assignment };
    const known = {
      ...slot,
      kind: 'slot',
      slot: { id: data.submissionId, state: 'turned in', unseen: true },
    };

    const missed = await hear('teacher', marks.teacher);
    expect(missed.notices.at(0)).toMatchObject(known);
    expect(new Set(missed.notices.map((notice) => JSON.stringify(notice))).size).toBeLessThanOrEqual(2);
    expect(await hear('teacher', marks.teacher, 'header')).toEqual(missed);
    expect(kinds(await hear('teacher', missed.mark))).toEqual([]);

    expect(new Set(kinds(await hear('mai', marks.mai)))).toEqual(new Set(['mine']));
    expect(kinds(await hear('chidi', marks.chidi))).toEqual([]);
    expect(kinds(await hear('other teacher', marks.teacher))).toEqual([]);
  });

  test('hears of what has no line on the ledger: a tray that was begun', async () => {
    const { mark } = await hear('teacher');
    const chidi = school.as('chidi');
    await chidi.upload(school.assignment, 'b.txt', bytesOf('b'));
    expect((await hear('teacher', mark)).notices.at(-1)).toMatchObject({
      kind: 'slot',
      studentId: school.ids.chidi,
      slot: { state: 'started', pieces: 1 },
    });
  });

  test('reads a course once, whatever was changed in it, and its students read their own', async () => {
    const [teacher, mai] = [(await hear('teacher')).mark, (await hear('mai')).mark];
    const params = { assignmentId: school.assignment };
    const { dues: _dues, ...known } = await school.as('teacher').must('readAssignment', { params });
    for (const day of ['11', '12']) {
      const dues = [{ periodId: school.periods[2], dueLocal: `2030-06-${day}T12:00` }];
      await school.as('teacher').must('changeAssignment', { params, body: { ...known, dues } });
    }
    expect(kinds(await hear('teacher', teacher)).filter((kind) => kind === 'course')).toHaveLength(1);
    expect(kinds(await hear('mai', mai))).toContain('class');
  });

  test('hears nothing more of a course whose staff they have left', async () => {
    const { mark } = await hear('co-teacher');
    const chidi = school.as('chidi');
    await chidi.turnIn(school.assignment, [await chidi.upload(school.assignment, 'c.txt', bytesOf('c'))]);
    const params = { ...inCourse(), personId: school.ids['co-teacher']! };
    await school.as('teacher').must('removeStaff', { params });
    expect(kinds(await hear('co-teacher', mark))).toEqual([]);
  });

  test('reads everything again after a restart, and where what it says is nothing that was ever told', async () => {
    const { mark } = await hear('mai');
    for (const said of ['', '1', '999.00000000.1', mark.replace(/\d+$/, '99999'), 'x'.repeat(60)])
      expect(kinds(await hear('mai', said))).toEqual(['everything']);
    await school.running.close();
    await school.start();
    expect(kinds(await hear('mai', mark))).toEqual(['everything']);
    expect((await school.as('mai').raw('live', { query: { since: 'x'.repeat(61) } })).status).toBe(400);
  });
});

test('what a thread has written is told when it has ended', async () => {
  const { bus } = school.running.school;
  const told = new Promise<void>((resolve) => {
    const stop = bus.listen(({ notice }) => {
      // The line of the renaming itself is told, and not only that its work has ended.
      if (notice.kind !== 'course' || bus.line <= before) return;
      stop();
      resolve();
    });
  });
  const before = bus.line;
  const body = { subject: 'folder', rule: '{first} {last}' };
  await school.as('teacher').must('startRenaming', { params: inCourse(), body });
  await told;
  const kinds = all<{ kind: string }>(school.running.school.db, 'SELECT kind FROM event WHERE idx > ?', [
    before,
  ]);
  expect(new Set(kinds.map(({ kind }) => kind))).toContain('renamed');
});

test('of very many lines all are told, with turns for other requests in between, and the table is read again once', async () => {
  const open = school.running.school;
  const { bus } = open;
  const before = bus.line;
  let tables = 0;
  open.signals.courseChanged.listen(() => (tables += 1));
  const told = new Set<unknown>();
  const stop = bus.listen(({ audience, notice }) => {
    if (notice.kind === 'mine' && 'person' in audience) told.add(audience.person);
  });
  const lines = 2 * LINES_AT_ONCE;
  together(open.db, () => {
    for (let i = 0; i < lines; i += 1)
      writeEvent(
        open,
        'system',
        'joined',
        { course: school.course, student: `p_${i}` as PersonId },
        { list: true },
      );
  });
  expect(bus.line).toBe(before + LINES_AT_ONCE);
  while (tables === 0) await new Promise((resolve) => setImmediate(resolve));
  stop();
  expect(bus.line).toBe(before + lines);
  expect(told.size).toBe(lines);
  expect(tables).toBe(1);
});
