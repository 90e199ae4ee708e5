import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { ZipFile } from 'yazl';
import { madePackage, type MadeRows } from '@vestibul/core/testing';
import type { AnswerOf, ErrorAnswer } from '@vestibul/contract';
import type { PackageId } from '@vestibul/core';
import { all, one } from '../platform/database/database';
import { PEOPLE, rows, withDifferences } from '../testing/schoolPackage';
import { TestSchool } from '../testing/TestSchool';

let school: TestSchool;
beforeAll(async () => {
  school = await TestSchool.open();
});
afterAll(() => school.close());

function zipped(texts: ReadonlyMap<string, string>, folder = ''): Promise<Uint8Array<ArrayBuffer>> {
  const zip = new ZipFile();
  for (const [name, text] of texts) zip.addBuffer(Buffer.from(text), folder + name);
  zip.end();
  return new Promise((resolve) => {
    const chunks: Buffer[] = [];
    zip.outputStream.on('data', (chunk: Buffer) => chunks.push(chunk));
    zip.outputStream.on('end', () => resolve(new Uint8Array(Buffer.concat(chunks))));
  });
}

async function take(bytes: Uint8Array<ArrayBuffer>) {
  const response = await school
    .as('office')
    .raw('takePackage', { headers: { 'X-File-Name': encodeURIComponent('Lärkmoor.zip') } }, { body: bytes });
  return {
    status: response.status,
    data: (await response.json()) as AnswerOf<'takePackage'> & Partial<ErrorAnswer>,
  };
}
const apply = (id: PackageId, same: object[] = []) =>
  school.as('office').must('applyPackage', { params: { packageId: id }, body: { same } });
const page = (id: PackageId, kind = '') =>
  school.as('office').must('readPackage', { params: { packageId: id }, query: { kind, after: '0' } });

/** Where every student of the package sits, by their id in it. */
const seats = () =>
  new Map(
    all<{ user: string; class: string; away: number }>(
      school.running.school.db,
      `SELECT p.outer_id AS user, h.outer_id AS class, e.left_at IS NOT NULL AS away
       FROM enrolment e JOIN person p ON p.id = e.student_id JOIN period h ON h.id = e.period_id
       WHERE p.outer_id LIKE 's%' AND h.outer_id IS NOT NULL`,
    ).map((row) => [row.user, row.away ? 'away' : row.class]),
  );

test('a package applied twice, with differences in between, ends in exactly the right enrolments', async () => {
  const first = await take(await zipped(madePackage(rows(8)), 'export/'));
  expect(first).toMatchObject({ status: 200, data: { name: 'Lärkmoor.zip', appliedAt: null } });
  expect(first.data.counts).toMatchObject({
    course: 2,
    period: 3,
    person: 9,
    staff: 3,
    joins: 8,
    fault: 0,
    year: 0,
  });
  // Nothing is written by looking.
  expect(seats().size).toBe(0);
  const done = await apply(first.data.id);
  expect(done.appliedAt).not.toBeNull();
  expect(Object.values(done.counts).every((count) => count === 0)).toBe(true);
  expect(seats()).toEqual(new Map(Array.from({ length: 8 }, (_, i) => [`s${i}`, i % 2 ? 'k2' : 'k1'])));
  // Vane was a teacher of the school already; Marsh is new, and an aide in Physics.
  const courses = await school.as('other teacher').must('listCourses');
  expect(courses.map(({ title, students }) => [title, students])).toContainEqual(['Physics', 8]);

  const changed = rows(9);
  // s0 moves, s1 leaves, s2 has a new name, s8 joins.
  changed.enrollments.find(({ sourcedId }) => sourcedId === 'e-0')!.classSourcedId = 'k2';
  changed.enrollments = changed.enrollments.filter(({ sourcedId }) => sourcedId !== 'e-1');
  changed.users.find(({ sourcedId }) => sourcedId === 's2')!.familyName = 'Berg';
  const second = await take(await zipped(madePackage(changed)));
  expect(second.data.counts).toMatchObject({
    joins: 1,
    moves: 1,
    leaves: 1,
    'new name': 1,
    person: 1,
    course: 0,
    staff: 0,
  });
  expect((await page(second.data.id, 'leaves')).changes).toMatchObject([
    { person: 'Ölün1, Zoë', course: 'Physics' },
  ]);
  await apply(second.data.id);
  const expected = new Map<string, string>(
    Array.from({ length: 9 }, (_, i) => [`s${i}`, i % 2 ? 'k2' : 'k1']),
  );
  expected.set('s0', 'k2').set('s1', 'away');
  expect(seats()).toEqual(expected);

  const third = await take(await zipped(madePackage(changed)));
  expect(Object.values(third.data.counts).every((count) => count === 0)).toBe(true);
  // And back to how it was.
  const fourth = await take(await zipped(madePackage(rows(8))));
  expect(fourth.data.counts).toMatchObject({ 'comes back': 1, moves: 1, leaves: 1, 'new name': 1 });
  await apply(fourth.data.id);
  expect(seats().get('s1')).toBe('k2');
  expect(seats().get('s8')).toBe('away');
});

test('a broken package is refused, or its rows are told one by one; nothing is changed half way', async () => {
  const count = () => one<{ n: number }>(school.running.school.db, 'SELECT COUNT(*) AS n FROM event')!.n;
  const before = count();
  const good = madePackage(rows(3));
  const without = new Map([...good].filter(([name]) => name !== 'classes.csv'));
  expect(await take(await zipped(without))).toMatchObject({
    status: 400,
    data: { error: { code: 'bad-package', details: { code: 'file-missing', file: 'classes.csv' } } },
  });
  const swapped = new Map(good).set(
    'users.csv',
    good.get('users.csv')!.replace('givenName,familyName', 'familyName,givenName'),
  );
  expect((await take(await zipped(swapped))).data.error?.details).toMatchObject({
    code: 'wrong-columns',
    file: 'users.csv',
  });
  for (const junk of ['', 'not a zip', 'PK\u0003\u0004 and then nothing'])
    expect((await take(new Uint8Array(Buffer.from(junk)))).data.error?.code).toBe('bad-package');

  const unknown = new Map(good).set(
    'enrollments.csv',
    good.get('enrollments.csv')!.replace(',k2,,s1,', ',k99,,s1,'),
  );
  const told = await take(await zipped(unknown));
  // The row is told, and that its student does not leave because of it.
  expect((await page(told.data.id, 'fault')).changes).toMatchObject([
    { kind: 'fault', course: 'enrollments.csv', says: 'unknown-id', person: 'k99' },
    { kind: 'fault', says: 'stays', person: 'Ölün1, Zoë' },
  ]);
  expect(count()).toBe(before);
});

test('whoever may be somebody already known is asked about, and stays out until somebody says', async () => {
  const made = rows(0);
  made.users.push({ sourcedId: 's-mai', givenName: 'Mai', familyName: 'Dang' });
  made.enrollments.push({
    sourcedId: 'e-mai',
    classSourcedId: 'k3',
    userSourcedId: 's-mai',
    role: 'student',
  });
  const { data } = await take(await zipped(madePackage(made)));
  expect(data.counts.asked).toBe(1);
  const [asked] = (await page(data.id, 'asked')).changes;
  expect(asked).toMatchObject({ id: 's-mai', candidates: [{ id: school.ids.mai }] });
  await apply(data.id);
  expect(seats().has('s-mai')).toBe(false);
  const done = await apply(data.id, [{ userId: 's-mai', personId: school.ids.mai }]);
  expect(done.counts.asked).toBe(0);
  expect(seats().get('s-mai')).toBe('k3');
  const people = all(school.running.school.db, `SELECT id FROM person WHERE last IN ('Dang', 'Đặng')`);
  expect(people).toHaveLength(1);
});

/** Who each student of the package is here: name, address and number by its id. */
const accounts = () =>
  new Map(
    all<{ user: string; last: string; email: string; number: string }>(
      school.running.school.db,
      "SELECT outer_id AS user, last, email, number FROM person WHERE outer_id LIKE 's%' OR outer_id LIKE 'x%'",
    ).map(({ user, ...account }) => [user, account]),
  );

test('5,000 people, and the same list again with hostile differences: the right people, the right seats, nobody’s account in other hands', async () => {
  const many = rows(PEOPLE);
  const { data } = await take(await zipped(madePackage(many)));
  expect(data.counts).toMatchObject({ fault: 0, person: expect.any(Number) });
  expect(data.counts.joins + data.counts['comes back']).toBeGreaterThan(PEOPLE - 20);
  const listed = await page(data.id, 'joins');
  expect([listed.changes.length, listed.next]).toEqual([60, 60]);
  // Applying takes seconds; who reads meanwhile is answered, and who writes waits without keeping anybody waiting.
  const reader = school.as('teacher');
  let done = false;
  const applying = apply(data.id).then(() => {
    done = true;
  });
  let read = 0;
  while (!done) {
    await reader.must('readRack', { params: { courseId: school.course } });
    read += 1;
  }
  await applying;
  expect(read).toBeGreaterThan(20);
  expect([...seats().values()].filter((seat) => seat === 'k1' || seat === 'k2')).toHaveLength(PEOPLE);
  expect((await take(await zipped(madePackage(many)))).data.counts).toMatchObject({
    joins: 0,
    person: 0,
    moves: 0,
  });

  const before = accounts();
  const { package: hostile, seat, account } = withDifferences(many);
  const second = await take(await zipped(madePackage(hostile)));
  await apply(second.data.id);
  const [after, seated] = [accounts(), seats()];
  for (let i = 0; i < PEOPLE; i += 1) {
    const user = `s${i}`;
    expect([user, seated.get(user)]).toEqual([user, seat(i)]);
    expect([user, after.get(user)]).toEqual([user, { ...before.get(user)!, ...account(i) }]);
  }
  // Who came with somebody else's number is asked about and is nobody yet.
  expect([...after.keys()].filter((user) => user.startsWith('x'))).toEqual([]);
  expect(second.data.counts.asked).toBe(PEOPLE / 50);
  // Applied again, nothing more happens.
  const third = await take(await zipped(madePackage(hostile)));
  expect(third.data.counts).toMatchObject({
    joins: 0,
    'comes back': 0,
    moves: 0,
    leaves: 0,
    person: 0,
    'new name': 0,
  });
});

test('a package of changes is read on the one before; what it does not name stays', async () => {
  const all_ = rows(40);
  const bulk = await take(await zipped(madePackage(all_)));
  await apply(bulk.data.id);
  const none: MadeRows = {
    academicSessions: [],
    orgs: [],
    courses: [],
    classes: [],
    users: [],
    enrollments: [],
  };
  const modes = {
    users: 'delta',
    enrollments: 'delta',
    classes: 'absent',
    courses: 'absent',
    orgs: 'absent',
    academicSessions: 'absent',
    roles: 'absent',
  };
  const changed = { status: 'active', dateLastModified: '2026-11-27T08:00:00Z' };
  const delta: MadeRows = {
    ...none,
    users: [
      { ...all_.users.find(({ sourcedId }) => sourcedId === 's20')!, ...changed, familyName: 'Ölün20-Berg' },
      { sourcedId: 's9001', ...changed, givenName: 'Ada', familyName: 'Eze', email: 's9001@y.example' },
      // A faulty row: whoever it is stays as they were.
      { ...all_.users.find(({ sourcedId }) => sourcedId === 's22')!, ...changed, email: 'none' },
    ],
    enrollments: [
      { sourcedId: 'e-21', ...changed, status: 'tobedeleted' },
      { sourcedId: 'e-9001', ...changed, classSourcedId: 'k1', userSourcedId: 's9001', role: 'student' },
    ],
  };
  const { data } = await take(await zipped(madePackage(delta, modes)));
  expect(data.counts).toMatchObject({ person: 1, joins: 1, leaves: 1, 'new name': 1, fault: 1 });
  const late = await take(await zipped(madePackage(delta, modes)));
  await apply(data.id);
  const seated = seats();
  expect([seated.get('s9001'), seated.get('s21'), seated.get('s22'), seated.get('s23')]).toEqual([
    'k1',
    'away',
    'k1',
    'k2',
  ]);
  // Taken in before that one was applied, it would say something else now.
  const stale = await school
    .as('office')
    .call('applyPackage', { params: { packageId: late.data.id }, body: {} });
  expect([stale.status, stale.error?.code]).toEqual([409, 'other-package-since']);
});

test('a new address signs in only once the office has said yes', async () => {
  const made = rows(40);
  const user = made.users.find(({ sourcedId }) => sourcedId === 's30')!;
  user.email = 'moved30@y.example';
  const { data } = await take(await zipped(madePackage(made)));
  expect(data.counts.address).toBe(1);
  expect((await page(data.id, 'address')).changes).toMatchObject([
    { id: 's30', says: 's30@y.example → moved30@y.example' },
  ]);
  await apply(data.id);
  expect(accounts().get('s30')!.email).toBe('s30@y.example');
  await school
    .as('office')
    .must('applyPackage', { params: { packageId: data.id }, body: { addresses: ['s30'] } });
  expect(accounts().get('s30')!.email).toBe('moved30@y.example');
  const lines = one<{ n: number }>(
    school.running.school.db,
    "SELECT COUNT(*) AS n FROM account_news n JOIN person p ON p.id = n.person_id WHERE p.outer_id = 's30'",
  );
  expect(lines!.n).toBe(1);
});
