import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { sha256Hex, type FileId } from '@vestibul/core';
import { all } from '../platform/database/database';
import { findStray } from '../intake/findStray';
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

let made = 0;
/** Something of Mai's that is turned in, with the file that it is. */
async function turnedIn(text: string, more: object = {}) {
  made += 1;
  const dues = [{ periodId: school.periods[2], dueLocal: '2030-01-15T23:59' }];
  const { id: assignment } = await teacher.must('makeAssignment', {
    params: { courseId: school.course },
    body: { title: `Drift ${made}`, dues, ...more },
  });
  const { data } = await mai.turnIn(assignment, [await mai.upload(assignment, 'log.txt', bytesOf(text))]);
  const { files } = await mai.must('listMyFiles', {});
  const file = files.find(({ pieceId }) => pieceId === data.pieces[0]!.id)!;
  return { assignment, submissionId: data.submissionId, attempt: data.attempt, piece: data.pieces[0]!, file };
}

const textOf = async (who: Caller, name: 'readPiece' | 'readPieceNow', pieceId: string) =>
  (await who.raw(name, { params: { pieceId } })).text();
const driftsOf = async (assignment: string) =>
  (
    await teacher.must('readLedger', {
      params: { courseId: school.course },
      query: { assignment, kind: 'drifted' },
    })
  ).lines;

test('whoever goes on working has the newer file, the staff can open both, and what was turned in stays', async () => {
  const { assignment, piece, file } = await turnedIn('The water stood low.');
  await mai.uploadVersion(file.id, 'log after.md', bytesOf('The water rose.'));
  expect(await textOf(teacher, 'readPiece', piece.id)).toBe('The water stood low.');
  expect(await textOf(teacher, 'readPieceNow', piece.id)).toBe('The water rose.');
  const own = await mai.raw('readMyFile', { params: { fileId: file.id } });
  expect(await own.text()).toBe('The water rose.');
  expect(own.headers.get('content-disposition')).toContain('log after.md');
  // It lies in the drawer once, as what was turned in.
  const { files } = await mai.must('listMyLoose', {});
  expect(files).toEqual([]);
  const [line, ...others] = await driftsOf(assignment);
  expect(others).toEqual([]);
  expect(line!.facts).toEqual({
    sealed: sha256Hex('The water stood low.'),
    now: sha256Hex('The water rose.'),
    owner: school.ids.mai,
  });
});

test('what the same bytes came for changes nothing and has no line', async () => {
  const { assignment, file } = await turnedIn('The same.');
  await mai.uploadVersion(file.id, 'again.txt', bytesOf('The same.'));
  expect(await driftsOf(assignment)).toEqual([]);
});

test('classmates who see what was turned in do not see what its owner does since', async () => {
  const { assignment, piece, file } = await turnedIn('Shown to all.', { afterwards: 'period' });
  const chidi = school.as('chidi');
  await chidi.turnIn(assignment, [await chidi.upload(assignment, 'c.txt', bytesOf('Mine.'))]);
  await mai.uploadVersion(file.id, 'after.txt', bytesOf('Not for all.'));
  const seen = await chidi.raw('readPiece', { params: { pieceId: piece.id } });
  const now = await chidi.raw('readPieceNow', { params: { pieceId: piece.id } });
  expect([seen.status, now.status]).toEqual([200, 403]);
});

test('of what was taken back the newer file is its owner’s alone, and nothing is written of it', async () => {
  const { assignment, submissionId, attempt, piece, file } = await turnedIn('Too early.');
  await mai.must('takeBack', { params: { submissionId }, body: { attempt, key: crypto.randomUUID() } });
  await mai.uploadVersion(file.id, 'later.txt', bytesOf('In time.'));
  expect((await teacher.raw('readPieceNow', { params: { pieceId: piece.id } })).status).toBe(409);
  expect(await driftsOf(assignment)).toEqual([]);
});

test('what lies in a tray out of the drawer is turned in as it is then', async () => {
  const { file } = await turnedIn('First.');
  const second = await school.assign(`Again ${made}`, [2], '2030-01-15T23:59');
  await mai.must('addFromDrawer', { params: { assignmentId: second }, body: { fileIds: [file.id] } });
  await mai.uploadVersion(file.id, 'second.txt', bytesOf('Second, longer.'));
  const { uploads } = await mai.must('readTray', { params: { assignmentId: second } });
  expect(uploads).toMatchObject([{ originalName: 'second.txt', bytes: 15 }]);
  const { data } = await mai.turnIn(second, [uploads[0]!.id]);
  expect(await textOf(teacher, 'readPiece', data.pieces[0]!.id)).toBe('Second, longer.');
});

test('nobody changes a file that is somebody else’s, or that is not there', async () => {
  const { file } = await turnedIn('Mine alone.');
  const chidi = school.as('chidi');
  for (const id of [file.id, 'd_nothing' as FileId])
    await expect(chidi.uploadVersion(id, 'x.txt', bytesOf('x'))).rejects.toThrow(/refused: 404/);
});

test('every version is kept as long as its file is', async () => {
  const { file } = await turnedIn('One.');
  await mai.uploadVersion(file.id, 'two.txt', bytesOf('Two.'));
  await mai.uploadVersion(file.id, 'three.txt', bytesOf('Three.'));
  const { school: running } = school.running;
  expect(
    all(
      running.db,
      'SELECT sha256, original_name AS name FROM file_past WHERE file_id = ? ORDER BY until_at',
      [file.id],
    ),
  ).toEqual([
    { sha256: sha256Hex('One.'), name: 'log.txt' },
    { sha256: sha256Hex('Two.'), name: 'two.txt' },
  ]);
  expect(await findStray(running, { before: Date.now() + 60_000, trashed: running.now() })).not.toContain(
    sha256Hex('Two.'),
  );
});
