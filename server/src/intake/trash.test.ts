import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { sha256Hex, type FileId, type Sha256 } from '@vestibul/core';
import { TRASH_DAYS } from '@vestibul/contract';
import { all, run } from '../platform/database/database';
import { findScans } from '../testing/findScans';
import { TestSchool, bytesOf, type Caller } from '../testing/TestSchool';
import { clearVault } from './upkeep';

const DAY = 86_400_000;
let shift = 0;
let school: TestSchool;
let mai: Caller;
let teacher: Caller;
beforeAll(async () => {
  school = await TestSchool.open();
  const inside = school.running.school;
  const { now } = inside;
  inside.now = () => new Date(Date.parse(now()) + shift * DAY).toISOString() as ReturnType<typeof now>;
  mai = school.as('mai');
  teacher = school.as('teacher');
});
afterAll(() => school.close());

/** What is done each night, so many days from now. */
async function afterDays(days: number) {
  shift = days;
  await clearVault(school.running.school);
  shift = 0;
}

let made = 0;
/** Something of Mai's that is turned in, with the file that it is. */
async function turnedIn(text: string) {
  made += 1;
  const title = `Trash ${made}`;
  const assignment = await school.assign(title, [2], '2030-01-15T23:59');
  const { data } = await mai.turnIn(assignment, [await mai.upload(assignment, 'log.txt', bytesOf(text))]);
  const { files } = await mai.must('listMyFiles', {});
  const { id: fileId } = files.find(({ pieceId }) => pieceId === data.pieces[0]!.id)!;
  return { title, assignment, ...data, pieceId: data.pieces[0]!.id, fileId };
}
const inDrawer = async () => [
  ...(await mai.must('listMyFiles', {})).files.map(({ id }) => id),
  ...(await mai.must('listMyLoose', {})).files.map(({ id }) => id),
];
const inTrash = async () => (await mai.must('listMyTrash', {})).files;
const linesOf = async (assignment: string) =>
  (await teacher.must('readLedger', { params: { courseId: school.course }, query: { assignment } })).lines
    .map(({ kind }) => kind)
    .filter((kind) => kind.startsWith('file '));

test('what was turned in and is deleted stays sealed, the staff and the ledger are told, and it comes back', async () => {
  const { title, assignment, submissionId, pieceId, fileId } = await turnedIn('The water stood low.');
  await mai.must('dropFile', { params: { fileId } });
  expect(await inDrawer()).not.toContain(fileId);
  expect(await inTrash()).toMatchObject([{ id: fileId, name: 'log.txt', sealed: [title] }]);
  expect(await (await teacher.raw('readPiece', { params: { pieceId } })).text()).toBe('The water stood low.');
  const read = async () => (await teacher.must('readSubmission', { params: { submissionId } })).pieces[0]!;
  expect((await read()).deletedAt).not.toBeNull();
  const owners = () =>
    teacher.must('listOwners', { params: { courseId: school.course }, query: { only: 'gone' } });
  expect((await owners()).files.map(({ id }) => id)).toEqual([pieceId]);
  // Deleted it is neither changed nor opened.
  expect((await mai.raw('readMyFile', { params: { fileId } })).status).toBe(404);
  await expect(mai.uploadVersion(fileId, 'x.txt', bytesOf('x'))).rejects.toThrow(/refused: 404/);
  expect((await mai.call('dropFile', { params: { fileId } })).status).toBe(404);

  await mai.must('restoreFile', { params: { fileId } });
  expect([await inTrash(), (await owners()).files, (await read()).deletedAt]).toEqual([[], [], null]);
  expect(await inDrawer()).toContain(fileId);
  expect(await linesOf(assignment)).toEqual(['file restored', 'file deleted']);
  expect((await mai.call('restoreFile', { params: { fileId } })).status).toBe(404);
});

test('of what was never turned in nothing is written; it leaves its trays', async () => {
  const assignmentId = await school.assign('Only a sketch', [2], '2030-01-15T23:59');
  await mai.uploadToDrawer('sketch.txt', bytesOf('a sketch'));
  const { files } = await mai.must('listMyLoose', {});
  const { id: fileId } = files.find(({ name }) => name === 'sketch.txt')!;
  await mai.must('addFromDrawer', { params: { assignmentId }, body: { fileIds: [fileId] } });
  await mai.must('dropFile', { params: { fileId } });
  expect((await mai.must('readTray', { params: { assignmentId } })).uploads).toEqual([]);
  expect(await inTrash()).toMatchObject([{ id: fileId, sealed: [] }]);
  expect(await linesOf(assignmentId)).toEqual([]);
  await mai.must('restoreFile', { params: { fileId } });
  await mai.must('dropFile', { params: { fileId } });
  const [{ sha256 }] = all<{ sha256: Sha256 }>(
    school.running.school.db,
    'SELECT sha256 FROM file WHERE id = ?',
    [fileId],
  ) as [{ sha256: Sha256 }];
  const { vault, db } = school.running.school;
  expect(await vault.has(sha256)).toBe(true);
  await afterDays(TRASH_DAYS + 1);
  expect(await vault.has(sha256)).toBe(false);
  expect(findScans(db)).toEqual([]);
});

test('nobody deletes or restores what is another’s, and no copy that was handed out is deleted', async () => {
  const { fileId } = await turnedIn('Mine alone.');
  const chidi = school.as('chidi');
  for (const id of [fileId, 'd_nothing' as FileId]) {
    expect((await chidi.call('dropFile', { params: { fileId: id } })).status).toBe(404);
    expect((await chidi.call('restoreFile', { params: { fileId: id } })).status).toBe(404);
  }
  await mai.must('dropFile', { params: { fileId } });
  expect((await chidi.call('restoreFile', { params: { fileId } })).status).toBe(404);
  expect((await chidi.must('listMyTrash', {})).files).toEqual([]);
  expect((await teacher.call('listMyTrash', {})).status).toBe(403);
});

test('what is taken back is out of the trash, and lies in the tray', async () => {
  const { assignment, submissionId, attempt, fileId } = await turnedIn('Too early.');
  await mai.must('dropFile', { params: { fileId } });
  await mai.must('takeBack', { params: { submissionId }, body: { attempt, key: crypto.randomUUID() } });
  const { uploads } = await mai.must('readTray', { params: { assignmentId: assignment } });
  expect(uploads).toMatchObject([{ originalName: 'log.txt' }]);
  expect((await inTrash()).map(({ id }) => id)).not.toContain(fileId);
  expect((await mai.turnIn(assignment, [uploads[0]!.id])).status).toBe(200);
});

test('after its days it is gone with its newer bytes, and what was turned in is still there; taken back it is that', async () => {
  const { assignment, submissionId, attempt, pieceId, fileId } = await turnedIn('As it was turned in.');
  await mai.uploadVersion(fileId, 'after.txt', bytesOf('As it was after.'));
  const { vault } = school.running.school;
  await mai.must('dropFile', { params: { fileId } });
  await afterDays(TRASH_DAYS - 1);
  expect(await vault.has(sha256Hex('As it was after.'))).toBe(true);
  expect((await inTrash()).map(({ id }) => id)).toContain(fileId);
  await afterDays(TRASH_DAYS + 1);
  expect(await vault.has(sha256Hex('As it was after.'))).toBe(false);
  const longAgo = new Date(Date.now() - (TRASH_DAYS + 1) * DAY).toISOString();
  run(school.running.school.db, 'UPDATE file SET dropped_at = ? WHERE id = ?', [longAgo, fileId]);
  expect((await inTrash()).map(({ id }) => id)).not.toContain(fileId);
  expect((await mai.call('restoreFile', { params: { fileId } })).status).toBe(404);
  expect(await (await teacher.raw('readPiece', { params: { pieceId } })).text()).toBe('As it was turned in.');
  await mai.must('takeBack', { params: { submissionId }, body: { attempt, key: crypto.randomUUID() } });
  const { uploads } = await mai.must('readTray', { params: { assignmentId: assignment } });
  const again = await mai.turnIn(assignment, [uploads[0]!.id]);
  expect(
    await (await teacher.raw('readPiece', { params: { pieceId: again.data.pieces[0]!.id } })).text(),
  ).toBe('As it was turned in.');
});
