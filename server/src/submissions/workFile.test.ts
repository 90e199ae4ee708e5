import { createHash } from 'node:crypto';
import fsp from 'node:fs/promises';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { AssignmentId, Sha256 } from '@vestibul/core';
import { askPython } from '../../../core/src/testing/askPython';
import { TestSchool, bytesOf } from '../testing/TestSchool';

let school: TestSchool;
beforeAll(async () => {
  school = await TestSchool.open();
});
afterAll(() => school.close());

const turnIn = async (who: string, assignmentId: AssignmentId, files: Record<string, string>) => {
  const caller = school.as(who);
  const uploads = [];
  for (const [name, text] of Object.entries(files))
    uploads.push(await caller.upload(assignmentId, name, bytesOf(text)));
  await caller.turnIn(assignmentId, uploads);
};
const ask = (assignmentId: AssignmentId, query: Record<string, string> = {}, who = 'teacher') =>
  school.as(who).raw('readWork', { params: { assignmentId }, query });

/** What is in a ZIP as Python's own module unpacks it, each member checked against its CRC. */
const unpack = (zip: ArrayBuffer) =>
  askPython<Record<string, string>>(
    `import sys, io, json, zipfile
z = zipfile.ZipFile(io.BytesIO(sys.stdin.buffer.read()))
assert z.testzip() is None
print(json.dumps({ i.filename: z.read(i).decode() for i in z.infolist() }))`,
    new Uint8Array(zip),
  );

test('the work of an assignment is one archive, by period and folder, under the proper names', async () => {
  const id = await school.assign('Hill profile', [2, 10], '2030-01-15T23:59');
  await turnIn('mai', id, { 'first.txt': 'an attempt before' });
  await turnIn('mai', id, { 'hügel.txt': 'from the north', 'IMG_1.txt': 'from the south' });
  await turnIn('ali', id, { 'a.txt': 'of Ali' });
  await turnIn('ali2', id, { 'a.txt': 'of the other Ali' });
  // Which of two of one name has which folder is chance.
  const { students, slots } = await school
    .as('teacher')
    .must('readRack', { params: { courseId: school.course } });
  const pathOf = (who: string) => {
    const nameOf = slots.find((slot) => slot.assignmentId === id && slot.studentId === school.ids[who])!.name;
    return `Period 10/${students.find((student) => student.id === school.ids[who])!.folderName}/${nameOf}`;
  };
  const answer = await ask(id);
  expect(answer.headers.get('content-disposition')).toContain('Hill profile.zip');
  expect(unpack(await answer.arrayBuffer())).toEqual({
    'Period 2/02-Đặng_Thị Mai/02-Đặng_Thị Mai_Hill profile_2.txt': 'from the north',
    'Period 2/02-Đặng_Thị Mai/02-Đặng_Thị Mai_Hill profile_3.txt': 'from the south',
    [pathOf('ali')]: 'of Ali',
    [pathOf('ali2')]: 'of the other Ali',
  });
  expect([pathOf('ali'), pathOf('ali2')].map((path) => path.split('/')[1]).toSorted()).toEqual([
    '10-Demir_Ali',
    '10-Demir_Ali_2',
  ]);
});

test('and of some students only theirs; whoever has nothing in, or is of another course, adds nothing', async () => {
  const id = await school.assign('Soil table', [2, 10], '2030-01-15T23:59');
  await turnIn('mai', id, { 'a.txt': 'of Mai' });
  await turnIn('ali', id, { 'a.txt': 'of Ali' });
  const { mai, chidi, outsider } = school.ids;
  const some = await ask(id, { students: [mai, chidi, outsider].join(',') });
  expect(Object.values(unpack(await some.arrayBuffer()))).toEqual(['of Mai']);
  const nothing = await ask(id, { students: chidi! });
  expect([nothing.status, await nothing.json()]).toMatchObject([409, { error: { code: 'nothing-in' } }]);
  expect((await ask(id, { students: 'a,,b' })).status).toBe(400);
  expect((await ask(id, { students: `${'a'.repeat(60)},`.repeat(200) })).status).toBe(400);
  expect((await ask(id, {}, 'mai')).status).toBe(403);
  expect((await ask(id, {}, 'other teacher')).status).toBe(403);
});

test('bytes that are not there any more are told before anything is sent', async () => {
  const id = await school.assign('Lost', [2], '2030-01-15T23:59');
  await turnIn('mai', id, { 'lost.txt': 'nobody else has these bytes' });
  const sha256 = createHash('sha256').update('nobody else has these bytes').digest('hex') as Sha256;
  await fsp.rm(school.running.school.vault.pathOf(sha256));
  const answer = await ask(id);
  expect([answer.status, await answer.json()]).toMatchObject([500, { error: { code: 'bytes-missing' } }]);
});
