import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { SubmissionId } from '@vestibul/core';
import { all } from '../platform/database/database';
import type { Told } from '../platform/live/Bus';
import { everythingSaid } from '../testing/everythingSaid';
import { findScans } from '../testing/findScans';
import { handIn } from '../testing/handIn';
import { TestSchool } from '../testing/TestSchool';

const SECRET = 'Did the sister draw this?';
const letters: string[] = [];
let school: TestSchool;
let submissionId: SubmissionId;
beforeAll(async () => {
  school = await TestSchool.open({
    mail: { send: async (letter) => void letters.push(JSON.stringify(letter)) },
  });
  submissionId = await handIn(school);
});
afterAll(() => school.close());

const params = () => ({ submissionId });
const notesOf = (who: string) => school.as(who).must('listNotes', { params: params() });
const write = (who: string, text: string) =>
  school.as(who).must('addNote', { params: params(), body: { text, attempt: 1 } });

test('the staff of a course read each other’s notes; each removes their own alone, and the ledger keeps that there was one', async () => {
  await write('aide', SECRET);
  await write('teacher', 'I shall ask.');
  expect(await notesOf('aide')).toMatchObject([
    { text: SECRET, isMine: true },
    { text: 'I shall ask.', isMine: false, by: { last: 'Tamsin' } },
  ]);
  const [theirs, own] = await notesOf('teacher');
  const remove = (noteId: string) =>
    school.as('teacher').call('removeNote', { params: { ...params(), noteId } });
  expect(await remove(theirs!.id)).toMatchObject({ status: 404, error: { code: 'not-found' } });
  expect((await remove(own!.id)).status).toBe(200);
  expect((await remove(own!.id)).error?.code).toBe('not-found');
  expect((await notesOf('co-teacher')).map(({ text }) => text)).toEqual([SECRET]);
  const lines = all<{ kind: string; canonical: string }>(
    school.running.school.db,
    "SELECT kind, canonical FROM event WHERE course_id = ? AND kind IN ('noted', 'note removed') ORDER BY idx",
    [school.course],
  );
  expect(lines.map(({ kind }) => kind)).toEqual(['noted', 'noted', 'note removed']);
  expect(lines.some(({ canonical }) => canonical.includes('sister'))).toBe(false);
});

test('a note on an attempt that is not there, an empty one and one that is too long are refused with a sentence', async () => {
  const add = (body: object) => school.as('teacher').call('addNote', { params: params(), body });
  expect((await add({ text: 'x', attempt: 2 })).error?.code).toBe('nothing-in');
  for (const text of ['', '   ', 'x'.repeat(4001)])
    expect((await add({ text, attempt: 1 })).error?.code).toBe('bad-input');
});

const everythingSaidTo = (who: string) => everythingSaid(school, who, submissionId);

test('no student is shown a note, on any route, in any letter, by any word of the live line, before or after the work is handed back', async () => {
  const told: Told[] = [];
  const stop = school.running.school.bus.listen((one) => told.push(one));
  await write('aide', `${SECRET} Again.`);
  await school.as('teacher').must('comment', { params: params(), body: { text: 'For later.', attempt: 1 } });
  // Not even that something happened.
  expect(told.filter(({ audience }) => !('staffOf' in audience))).toEqual([]);
  expect(told.map(({ notice }) => notice.kind)).toContain('slot');

  await school.as('teacher').must('review', { params: params(), body: { attempt: 1 } });
  await school.as('teacher').must('handBack', {
    params: { courseId: school.course },
    body: { works: [{ submissionId, attempt: 1 }] },
  });
  await write('aide', `${SECRET} And after.`);
  stop();
  for (const who of ['mai', 'chidi', 'outsider']) {
    expect(await everythingSaidTo(who)).not.toContain('sister');
    expect((await school.as(who).call('listNotes', { params: params() })).status).toBe(403);
  }
  expect(await everythingSaidTo('mai')).toContain('For later.');
  // The walk finds what is there to be found.
  expect(await everythingSaidTo('aide')).toContain(`${SECRET} And after.`);
  expect(JSON.stringify([told, letters])).not.toContain('sister');
});

test('all of this ran on indexes', () => {
  expect(findScans(school.running.school.db)).toEqual([]);
});
