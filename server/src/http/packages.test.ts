import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { ZipFile } from 'yazl';
import { madePackage, type MadeRows } from '@vestibul/core/testing';
import type { AnswerOf, ErrorAnswer } from '@vestibul/contract';
import type { PackageId } from '@vestibul/core';
import { all, one } from '../store/database';
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

/** A package written by hand: two teachers, three classes, and so many students in the first two. */
function rows(students: number): MadeRows {
  const student = (i: number) => `s${i}`;
  return {
    academicSessions: [
      {
        sourcedId: 'y26',
        title: '2026–27',
        type: 'schoolYear',
        startDate: '2026-08-25',
        endDate: '2027-07-15',
      },
      {
        sourcedId: 't1',
        title: 'Autumn',
        type: 'term',
        startDate: '2026-08-25',
        endDate: '2026-12-18',
        parentSourcedId: 'y26',
      },
    ],
    orgs: [{ sourcedId: 'o1', name: 'Larkmoor School', type: 'school' }],
    courses: [
      {
        sourcedId: 'c1',
        schoolYearSourcedId: 'y26',
        title: 'Physics',
        courseCode: 'PHY',
        orgSourcedId: 'o1',
      },
      {
        sourcedId: 'c2',
        schoolYearSourcedId: 'y26',
        title: 'Chemistry',
        courseCode: 'CHE',
        orgSourcedId: 'o1',
      },
    ],
    classes: [
      { sourcedId: 'k1', title: 'Physics 1', courseSourcedId: 'c1', termSourcedIds: 't1', periods: '1' },
      { sourcedId: 'k2', title: 'Physics 2', courseSourcedId: 'c1', termSourcedIds: 't1', periods: '2' },
      { sourcedId: 'k3', title: 'Chemistry', courseSourcedId: 'c2', termSourcedIds: 't1', periods: '5' },
    ],
    users: [
      { sourcedId: 'f1', givenName: 'Ines', familyName: 'Vane', email: 'vane@x.example' },
      { sourcedId: 'f2', givenName: 'Otto', familyName: 'Marsh', email: 'marsh@x.example' },
      ...Array.from({ length: students }, (_, i) => ({
        sourcedId: student(i),
        givenName: 'Zoë',
        familyName: `Ölün${i}`,
        identifier: `n${i}`,
        email: `s${i}@y.example`,
      })),
    ],
    enrollments: [
      { sourcedId: 'e-f1a', classSourcedId: 'k1', userSourcedId: 'f1', role: 'teacher', primary: 'true' },
      { sourcedId: 'e-f1b', classSourcedId: 'k2', userSourcedId: 'f1', role: 'teacher', primary: 'true' },
      { sourcedId: 'e-f2', classSourcedId: 'k3', userSourcedId: 'f2', role: 'teacher', primary: 'true' },
      { sourcedId: 'e-f2a', classSourcedId: 'k1', userSourcedId: 'f2', role: 'aide', primary: 'false' },
      ...Array.from({ length: students }, (_, i) => ({
        sourcedId: `e-${i}`,
        classSourcedId: i % 2 ? 'k2' : 'k1',
        userSourcedId: student(i),
        role: 'student',
      })),
    ],
  };
}

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
  expect(told.data.counts.fault).toBe(1);
  expect((await page(told.data.id, 'fault')).changes).toMatchObject([
    { kind: 'fault', course: 'enrollments.csv', says: 'unknown-id', person: 'k99' },
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

test('20,000 rows are read, shown and applied as one; while they are, other requests are answered', async () => {
  const many = rows(20_000);
  const { data } = await take(await zipped(madePackage(many)));
  expect(data.counts).toMatchObject({ fault: 0, person: expect.any(Number) });
  expect(data.counts.joins + data.counts['comes back']).toBeGreaterThan(19_980);
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
  expect([...seats().values()].filter((seat) => seat === 'k1' || seat === 'k2')).toHaveLength(20_000);
  expect((await take(await zipped(madePackage(many)))).data.counts).toMatchObject({
    joins: 0,
    person: 0,
    moves: 0,
  });
}, 120_000);
