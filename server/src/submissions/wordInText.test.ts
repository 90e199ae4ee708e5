import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { findScans } from '../testing/findScans';
import { TestSchool, bytesOf, until } from '../testing/TestSchool';

let school: TestSchool;
const submissions: Record<string, string> = {};

beforeAll(async () => {
  school = await TestSchool.open();
  for (const [who, text] of Object.entries({
    mai: 'We walked to the weir. Près de l’écluse, l’eau était haute.',
    ali: 'Nothing but rain at\nthe WEIR all day.',
    ali2: 'I stayed at home.',
  })) {
    const upload = await school.as(who).upload(school.assignment, 'log.txt', bytesOf(text));
    submissions[who] = (await school.as(who).turnIn(school.assignment, [upload])).data.submissionId;
  }
});
afterAll(() => school.close());

const ask = (word: string, who = 'teacher') =>
  school.as(who).call('findWord', { params: { courseId: school.course }, query: { word } });
const find = async (word: string) => {
  const { data } = await ask(word);
  return data.submissionIds.map((id) => Object.keys(submissions).find((who) => submissions[who] === id));
};

test('work is found by a word of its text, whatever its letters and marks, once it was read beside the requests', async () => {
  expect((await ask('weir')).data.waiting).toBe(3);
  await until(async () => (await ask('weir')).data.waiting === 0);
  expect((await find('Weir')).toSorted()).toEqual(['ali', 'mai']);
  expect(await find('ecluse')).toEqual(['mai']);
  expect(await find('ÉCLUSE, l’eau')).toEqual(['mai']);
  expect(await find('harbour')).toEqual([]);
  // As a text, not as a pattern.
  expect(await find('w%r')).toEqual([]);
  expect(findScans(school.running.school.db)).toEqual([]);
});

test('what counts no longer is not found: a new attempt takes the place of the one before', async () => {
  const upload = await school.as('ali').upload(school.assignment, 'log.txt', bytesOf('It was dry.'));
  await school.as('ali').turnIn(school.assignment, [upload]);
  await until(async () => (await ask('dry')).data.waiting === 0);
  expect(await find('weir')).toEqual(['mai']);
  expect(await find('was dry')).toEqual(['ali']);
});

test('students look through nobody’s texts, and a letter alone is not looked for', async () => {
  for (const who of ['mai', 'outsider', 'other teacher']) expect((await ask('weir', who)).status).toBe(403);
  for (const word of ['w', ' w ', 'x'.repeat(81)]) expect((await ask(word)).status).toBe(400);
});
