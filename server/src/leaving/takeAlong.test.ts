import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { sha256Hex, verifyReceipt, type AssignmentId, type ReceiptFile } from '@vestibul/core';
import { askPython } from '../../../core/src/testing/askPython';
import { TestSchool, bytesOf, type Caller } from '../testing/TestSchool';

let school: TestSchool;
let mai: Caller;
let teacher: Caller;
beforeAll(async () => {
  school = await TestSchool.open();
  mai = school.as('mai');
  teacher = school.as('teacher');
});
afterAll(() => school.close());

/** What is in the archive as Python's own module unpacks it, each member checked against its CRC. */
async function unpack(who: Caller): Promise<Record<string, string>> {
  const answer = await who.raw('readAllMine', {});
  expect(answer.headers.get('content-disposition')).toMatch(/My work \d{4}-\d\d-\d\d\.zip/);
  return askPython(
    `import sys, io, json, zipfile
z = zipfile.ZipFile(io.BytesIO(sys.stdin.buffer.read()))
assert z.testzip() is None
print(json.dumps({ i.filename: z.read(i).decode('utf-8-sig') for i in z.infolist() }))`,
    new Uint8Array(await answer.arrayBuffer()),
  );
}

const readCsv = (text: string) =>
  askPython<Record<string, string>[]>(
    `import sys, io, csv, json
print(json.dumps(list(csv.DictReader(io.StringIO(sys.stdin.buffer.read().decode(), newline='')))))`,
    bytesOf(text),
  );

const turnIn = async (id: AssignmentId, name: string, text: string) =>
  (await mai.turnIn(id, [await mai.upload(id, name, bytesOf(text))])).data;

test('whoever leaves takes everything along: their files, what they turned in, its record, comments and proofs', async () => {
  const params = { courseId: school.course };
  const dues = [{ periodId: school.periods[2], dueLocal: '2030-01-15T23:59' }];
  const make = async (title: string, more: object = {}) =>
    (await teacher.must('makeAssignment', { params, body: { title, dues, ...more } })).id;
  const hill = await make('Hill: a profile');
  const exam = await make('Test', { afterwards: 'nothing' });
  const draft = await turnIn(hill, 'a.txt', 'From the north.');
  const first = await turnIn(hill, 'b.txt', 'From the south.');
  const back = await turnIn(hill, 'c.txt', 'Too early.');
  await mai.must('takeBack', {
    params: { submissionId: back.submissionId },
    body: { attempt: back.attempt, key: randomUUID() },
  });
  const examined = await turnIn(exam, 'answers.txt', 'Forty-two.');
  const { files } = await mai.must('listMyFiles', {});
  const southern = files.find(({ pieceId }) => pieceId === first.pieces[0]!.id)!;
  await mai.uploadVersion(southern.id, 'b, better.txt', bytesOf('From the south, once more.'));
  await mai.uploadToDrawer('sketch.txt', bytesOf('a sketch'));
  await mai.uploadToDrawer('secret.txt', bytesOf('gone'));
  const { files: loose } = await mai.must('listMyLoose', {});
  await mai.must('dropFile', { params: { fileId: loose.find(({ name }) => name === 'secret.txt')!.id } });
  const submission = { submissionId: first.submissionId };
  await teacher.must('comment', {
    params: submission,
    body: { text: '=Well seen.', attempt: first.attempt },
  });
  const works = [{ submissionId: first.submissionId, attempt: first.attempt }];
  await teacher.must('handBack', { params, body: { works } });
  // What is not handed back its student is not shown.
  await teacher.must('comment', {
    params: { submissionId: examined.submissionId },
    body: { text: 'For me alone.', attempt: 1 },
  });

  const all = await unpack(mai);
  const { year } = readCsv(all['record.csv']!)[0]!;
  const course = Object.keys(all)
    .map((path) => path.split('/'))
    .find(([top]) => top!.endsWith(year!))![0]!;
  const texts = Object.fromEntries(Object.entries(all).filter(([path]) => !/receipt|\.csv$/.test(path)));
  expect(texts).toEqual({
    'Drawer/c.txt': 'Too early.',
    'Drawer/sketch.txt': 'a sketch',
    [`${course}/Hill-a profile/${draft.pieces[0]!.name}`]: 'From the north.',
    [`${course}/Hill-a profile/${first.pieces[0]!.name}`]: 'From the south.',
    [`${course}/Hill-a profile/My version/b, better.txt`]: 'From the south, once more.',
    // Their own file is theirs, also where the piece is not shown afterwards.
    [`${course}/Test/My version/answers.txt`]: 'Forty-two.',
  });
  const receipts = Object.entries(all).filter(([path]) => path.includes('receipt of attempt'));
  expect(receipts.map(([path]) => path).toSorted()).toEqual([
    `${course}/Hill-a profile/receipt of attempt ${draft.attempt}.json`,
    `${course}/Hill-a profile/receipt of attempt ${first.attempt}.json`,
    `${course}/Test/receipt of attempt 1.json`,
  ]);
  for (const [, text] of receipts)
    expect(verifyReceipt(JSON.parse(text) as ReceiptFile)).toEqual({ ok: true });
  const rows = readCsv(all['record.csv']!);
  expect(rows.map(({ assignment, attempt, sha256, owner }) => [assignment, attempt, sha256, owner])).toEqual([
    ['Hill: a profile', String(first.attempt), sha256Hex('From the south.'), 'me'],
    ['Hill: a profile', String(draft.attempt), sha256Hex('From the north.'), 'me'],
    ['Test', '1', sha256Hex('Forty-two.'), 'me'],
  ]);
  const said = readCsv(all['comments.csv']!);
  expect(said.map(({ text }) => text)).toEqual(["'=Well seen."]);
});

test('who left the course still takes theirs along, and nobody takes another’s; without anything it is an archive all the same', async () => {
  await teacher.must('leaveCourse', {
    params: { courseId: school.course, studentId: school.ids.mai! },
    body: {},
  });
  expect(Object.values(await unpack(mai))).toContain('From the north.');
  const chidi = await unpack(school.as('chidi'));
  expect(Object.keys(chidi)).toEqual(['record.csv', 'comments.csv']);
  expect((await teacher.raw('readAllMine', {})).status).toBe(403);
  expect((await school.as(null).raw('readAllMine', {})).status).toBe(401);
});
