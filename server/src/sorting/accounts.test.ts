import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { madeZip } from '../testing/madeZip';
import { TestSchool, bytesOf, type Caller } from '../testing/TestSchool';

/* Whose account stands in a file, and whose the file is. */
let school: TestSchool;
let teacher: Caller;
beforeAll(async () => {
  school = await TestSchool.open();
  teacher = school.as('teacher');
});
afterAll(() => school.close());

const page = (author: string, body: string) =>
  bytesOf(`<html><head><meta name="author" content="${author}"></head><body><p>${body}</p></body></html>`);
const onTable = async () =>
  (await teacher.must('readTable', { params: { courseId: school.course }, query: { state: 'to sort' } }))
    .pieces;

test('a name and an account that say different people lie on the table with both, and with what says so', async () => {
  const pile = await teacher.bringPile(school.course, {
    'chidi abara stream gauge log.html': page('Mai Dang', 'The water rose.'),
    'scan 0007.html': page('', 'Name: Chidi Abara</p><p>Marked by: Mai Dang</p><p>Stream gauge log'),
  });
  expect(pile.counts).toMatchObject({ placed: 1, 'to sort': 1 });
  const [piece] = await onTable();
  expect(piece!.candidates.map(({ student }) => student)).toEqual(
    expect.arrayContaining([school.ids.chidi, school.ids.mai]),
  );
  expect(piece!.reasons[0]).toBe('What is known of it names different people.');
  expect(piece!.sides).toEqual([
    { student: school.ids.chidi, says: ['The name of the file says so.'] },
    { student: school.ids.mai, says: ['The file says that ‘Mai Dang’ wrote it.'] },
  ]);
});

test('the account of a shared computer is known by the work of several, and neither tells nor stands against', async () => {
  const before = (await onTable()).length;
  const pile = await teacher.bringPile(school.course, {
    'all of it.zip': madeZip([
      { name: 'a scan 0001.html', bytes: page('Ali Demir', 'A page that says nothing.') },
      { name: 'chidi abara stream gauge log.html', bytes: page('Ali Demir', 'The first.') },
      { name: 'mai dang stream gauge log.html', bytes: page('Ali Demir', 'The second.') },
    ]),
  });
  expect(pile.counts).toMatchObject({ placed: 2, 'to sort': 1 });
  expect(await onTable()).toHaveLength(before + 1);
  // It is remembered in the course: in the next pile too.
  const next = await teacher.bringPile(school.course, {
    'mai dang stream gauge.html': page('Ali Demir', 'The third.'),
  });
  expect(next.counts).toMatchObject({ placed: 1 });
});
