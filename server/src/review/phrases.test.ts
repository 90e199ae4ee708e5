import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { MOST_PHRASES } from '@vestibul/contract';
import { all, run } from '../platform/database/database';
import { findScans } from '../testing/findScans';
import { TestSchool } from '../testing/TestSchool';

let school: TestSchool;
beforeAll(async () => {
  school = await TestSchool.open();
});
afterAll(() => school.close());

const params = () => ({ courseId: school.course });
const keep = (who: string, key: string, text: string, isMine = true) =>
  school.as(who).call('keepPhrase', { params: params(), body: { key, text, isMine } });
const phrasesOf = (who: string) => school.as(who).must('listPhrases', { params: params() });
const idOf = async (who: string, key: string) => (await phrasesOf(who)).find((one) => one.key === key)!.id;

test('somebody’s own phrases are theirs alone, the course’s are all its staff’s; own ones come first', async () => {
  await keep('teacher', 'u', 'Say the unit.', false);
  await keep('teacher', '1', 'Good, {first}.');
  await keep('aide', 'Z', 'Ask again\non Monday.');
  expect(await phrasesOf('teacher')).toMatchObject([
    { key: '1', text: 'Good, {first}.', isMine: true },
    { key: 'u', text: 'Say the unit.', isMine: false },
  ]);
  // A key is written small, whatever was typed.
  expect((await phrasesOf('aide')).map(({ key }) => key)).toEqual(['z', 'u']);
  expect((await phrasesOf('co-teacher')).map(({ key }) => key)).toEqual(['u']);
  expect((await school.as('mai').call('listPhrases', { params: params() })).status).toBe(403);
});

test('a key is one phrase’s of the same owner; one of one’s own may be called as one of the course', async () => {
  expect((await keep('teacher', '1', 'Twice.')).error).toMatchObject({
    code: 'phrase-exists',
    details: { key: '1' },
  });
  expect((await keep('aide', 'u', 'My own.')).status).toBe(200);
  const phraseId = await idOf('aide', 'z');
  const change = (body: object) =>
    school.as('aide').call('changePhrase', { params: { ...params(), phraseId }, body });
  expect((await change({ key: 'u', text: 'x' })).error?.code).toBe('phrase-exists');
  expect((await change({ key: 'z', text: 'Ask again.' })).status).toBe(200);
});

test('nobody changes or removes another’s own phrase; the course’s, any of its staff', async () => {
  const own = { ...params(), phraseId: await idOf('teacher', '1') };
  const body = { key: 'x', text: 'x' };
  expect((await school.as('aide').call('changePhrase', { params: own, body })).error?.code).toBe('not-found');
  expect((await school.as('aide').call('removePhrase', { params: own })).error?.code).toBe('not-found');
  const courses = { ...params(), phraseId: await idOf('aide', 'u') };
  expect((await school.as('aide').call('removePhrase', { params: courses })).status).toBe(200);
  expect(
    all<{ kind: string }>(
      school.running.school.db,
      "SELECT kind FROM event WHERE course_id = ? AND kind IN ('phrase kept', 'phrase changed', 'phrase removed') ORDER BY idx",
      [school.course],
    ).map(({ kind }) => kind),
  ).toEqual(['phrase kept', 'phrase kept', 'phrase kept', 'phrase kept', 'phrase changed', 'phrase removed']);
});

test.each([
  ['a key with a space', { key: 'a b', text: 'x' }],
  ['a key that is too long', { key: 'x'.repeat(13), text: 'x' }],
  ['no key', { key: '', text: 'x' }],
  ['no words', { key: 'a', text: '  ' }],
  ['too many words', { key: 'a', text: 'x'.repeat(4001) }],
])('%s is refused', async (_what, body) => {
  const answer = await school
    .as('teacher')
    .call('keepPhrase', { params: params(), body: { ...body, isMine: true } });
  expect(answer.error?.code).toBe('bad-input');
});

test('there is an end to how many are kept', async () => {
  const { db } = school.running.school;
  for (let n = 0; n < MOST_PHRASES; n += 1)
    run(db, 'INSERT INTO phrase (id, course_id, key, text) VALUES (?, ?, ?, ?)', [
      `many${n}`,
      school.course,
      `m${n}`,
      'x',
    ]);
  expect((await keep('aide', 'more', 'x', false)).error?.code).toBe('too-many-phrases');
  expect((await keep('aide', 'more', 'x')).status).toBe(200);
});

test('all of this ran on indexes', () => {
  expect(findScans(school.running.school.db)).toEqual([]);
});
