import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { sha256Hex, type KeptId } from '@vestibul/core';
import { run } from '../platform/database/database';
import { findStray } from '../intake/findStray';
import { findScans } from '../testing/findScans';
import { TestSchool, bytesOf, type Caller } from '../testing/TestSchool';

let school: TestSchool;
let teacher: Caller;
let mai: Caller;
const inCourse = () => ({ courseId: school.course });
beforeAll(async () => {
  school = await TestSchool.open();
  teacher = school.as('teacher');
  mai = school.as('mai');
});
afterAll(() => school.close());

let made = 0;
async function turnedIn(who: string, text: string) {
  made += 1;
  const assignment = await school.assign(`Kept ${made}`, [2, 10], '2030-01-15T23:59');
  const caller = school.as(who);
  const { data } = await caller.turnIn(assignment, [
    await caller.upload(assignment, 'log.txt', bytesOf(text)),
  ]);
  return { assignment, pieceId: data.pieces[0]!.id };
}
const keep = async (which: object, why = '') =>
  teacher.must('keepFiles', { params: inCourse(), body: { which, why } });
const list = async (query: Record<string, string> = {}) =>
  teacher.must('listOwners', { params: inCourse(), query });
const read = (who: string | null, ownedId: KeptId) =>
  school.as(who).raw('readKept', { params: { ...inCourse(), ownedId } });

test('a copy is the school’s, exactly as it was turned in; the file stays its owner’s, and they see that it is kept', async () => {
  const { assignment, pieceId } = await turnedIn('mai', 'As it was.');
  const { kept, left } = await keep({ pieces: [pieceId] }, 'She moves away.');
  expect([kept.length, left]).toEqual([1, 0]);
  const { files } = await list({ assignment });
  const [piece, copy] = ['piece', 'kept'].map((kind) => files.find((file) => file.kind === kind)!);
  expect(piece).toMatchObject({ owner: { kind: 'person' }, kept: { id: kept[0], why: 'She moves away.' } });
  expect(copy).toMatchObject({ id: kept[0], owner: { kind: 'school' }, holder: null, name: piece!.name });
  const { owners, keys } = await teacher.must('readCustody', {
    params: { ...inCourse(), ownedId: kept[0]! },
    query: {},
  });
  expect(owners).toMatchObject([{ owner: { kind: 'school' }, why: 'kept', until: null }]);
  // Her own key is to her file, not to the school's.
  expect(keys.every(({ because }) => because === 'staff')).toBe(true);

  const own = (await mai.must('listMyFiles', {})).files.find((file) => file.pieceId === pieceId)!;
  expect([own.owner.kind, own.keptAt]).toEqual(['person', piece!.kept!.at]);
  await mai.must('dropFile', { params: { fileId: own.id } });
  expect(await (await read('teacher', kept[0]!)).text()).toBe('As it was.');
  const answers = [];
  for (const who of ['aide', 'mai', 'other teacher', 'office', null])
    answers.push((await read(who, kept[0]!)).status);
  expect(answers).toEqual([200, 403, 403, 403, 401]);
  const { lines } = await teacher.must('readLedger', {
    params: inCourse(),
    query: { assignment, kind: 'kept' },
  });
  expect(lines[0]!.facts).toEqual({
    sealed: sha256Hex('As it was.'),
    owner: 'school',
    whySha256: sha256Hex('She moves away.'),
  });
});

test('what is kept is kept once, links are not, and giving it up ends it with a line', async () => {
  const { assignment, pieceId } = await turnedIn('mai', 'Twice.');
  const { kept } = await keep({ pieces: [pieceId, pieceId] });
  expect(kept).toHaveLength(1);
  expect((await keep({ pieces: [pieceId] })).kept).toEqual([]);
  const forLink = await school.assign('A link', [2], '2030-01-15T23:59');
  const params = { assignmentId: forLink };
  const link = await mai.must('addLink', { params, body: { address: 'https://a.example/b', title: 'B' } });
  const { data } = await mai.turnIn(forLink, [link.id]);
  expect((await keep({ pieces: [data.pieces[0]!.id] })).kept).toEqual([]);
  const end = () => teacher.must('endKeeping', { params: inCourse(), body: { kept } });
  expect([(await end()).ended, (await end()).ended]).toEqual([1, 0]);
  expect((await list({ assignment })).files.map(({ kind }) => kind)).toEqual(['piece']);
  expect((await read('teacher', kept[0]!)).status).toBe(404);
  expect((await keep({ pieces: [pieceId] })).kept).toHaveLength(1);
});

test('all that is shown is kept at once: of those who have left, say', async () => {
  await turnedIn('chidi', 'One of Chidi.');
  await turnedIn('chidi', 'Two of Chidi.');
  await teacher.must('leaveCourse', { params: { ...inCourse(), studentId: school.ids.chidi! }, body: {} });
  const { counts } = await list();
  const { kept, left } = await keep({ all: true, only: 'left' });
  expect([counts.left, kept.length, left]).toEqual([2, 2, 0]);
  expect((await list({ only: 'left' })).files.every((file) => file.kept !== null)).toBe(true);
  expect(findScans(school.running.school.db)).toEqual([]);
});

test('nobody but who teaches keeps for the school, and nothing of another course', async () => {
  const { pieceId } = await turnedIn('mai', 'Not theirs.');
  const statuses = [];
  for (const who of ['aide', 'mai', 'other teacher', 'office', null])
    statuses.push(
      (
        await school
          .as(who)
          .call('keepFiles', { params: inCourse(), body: { which: { pieces: [pieceId] }, why: '' } })
      ).status,
    );
  expect(statuses).toEqual([403, 403, 403, 403, 401]);
  const vane = school.as('other teacher');
  const botany = (await school.as('office').must('listCourses')).find(({ title }) => title === 'Botany')!;
  const there = await vane.must('keepFiles', {
    params: { courseId: botany.id },
    body: { which: { pieces: [pieceId] }, why: '' },
  });
  expect(there.kept).toEqual([]);
  const { kept } = await keep({ pieces: [pieceId] });
  const ended = await vane.must('endKeeping', { params: { courseId: botany.id }, body: { kept } });
  expect(ended).toEqual({ ended: 0 });
});

test('the bytes are kept as long as the school keeps them, and where they are missing nothing is kept', async () => {
  const { pieceId } = await turnedIn('mai', 'The bytes.');
  const { school: inside } = school.running;
  await keep({ pieces: [pieceId] });
  // As if nothing else named them any more.
  run(inside.db, 'UPDATE piece SET sha256 = ? WHERE id = ?', ['0'.repeat(64), pieceId]);
  const stray = await findStray(inside, { before: Date.now() + 60_000, trashed: inside.now() });
  expect(stray).not.toContain(sha256Hex('The bytes.'));
  const lost = await turnedIn('mai', 'Lost.');
  run(inside.db, 'UPDATE piece SET sha256 = ? WHERE id = ?', ['1'.repeat(64), lost.pieceId]);
  const { status } = await teacher.call('keepFiles', {
    params: inCourse(),
    body: { which: { pieces: [lost.pieceId] }, why: '' },
  });
  expect([status, (await list({ assignment: lost.assignment })).files[0]!.kept]).toEqual([500, null]);
});

test('of several who joined the staff in one moment the teacher is told first, the others by name', async () => {
  const { pieceId } = await turnedIn('mai', 'Who can open it?');
  const { db } = school.running.school;
  run(db, 'UPDATE on_staff SET from_at = (SELECT MIN(from_at) FROM on_staff)');
  run(db, "UPDATE on_staff SET role = 'co-teacher' WHERE role = 'aide'");
  const { keys } = await teacher.must('readCustody', {
    params: { ...inCourse(), ownedId: pieceId },
    query: {},
  });
  const names = keys.flatMap(({ who, role }) => (role && who.kind === 'person' ? [who.person.last] : []));
  run(db, "UPDATE on_staff SET role = 'aide' WHERE person_id = ?", [school.ids.aide!]);
  expect(names).toEqual(['Tamsin', 'Okonjo', 'Sandoval']);
});
