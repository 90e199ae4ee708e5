import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { EventFacts, FileId, LedgerEvent, PieceId } from '@vestibul/core';
import { all } from '../platform/database/database';
import { findScans } from '../testing/findScans';
import { startFromForm } from '../testing/olderForm';
import { TestSchool, bytesOf } from '../testing/TestSchool';

/* A file for every way in which one can become somebody's, and one that was taken out again. */
let school: TestSchool;
beforeAll(async () => {
  school = await TestSchool.open();
  const [teacher, mai] = [school.as('teacher'), school.as('mai')];
  const inCourse = { courseId: school.course };
  const params = { assignmentId: school.assignment };
  await mai.upload(school.assignment, 'a.txt', bytesOf('from the tray'));
  await mai.must('addLink', { params, body: { address: 'https://x.example/map', title: 'A map' } });
  for (const name of ['kept.txt', 'used.txt']) await mai.uploadToDrawer(name, bytesOf(name));
  const { files } = await mai.must('listMyLoose', { query: { before: '' } });
  const used = files.filter(({ name }) => name === 'used.txt').map(({ id }) => id);
  await mai.must('addFromDrawer', { params, body: { fileIds: used } });
  const { uploads } = await mai.must('readTray', { params });
  const { status } = await mai.turnIn(
    school.assignment,
    uploads.map(({ id }) => id),
  );
  expect([uploads.length, status]).toEqual([3, 200]);

  const uploadId = await teacher.uploadBlank(school.course, 'sheet.txt', bytesOf('a blank'));
  const blank = await teacher.must('keepBlank', { params: inCourse, body: { uploadId, title: 'Sheet' } });
  await teacher.must('handOut', { params: { blankId: blank.id }, body: { periodIds: [school.periods[2]] } });

  const pile = await teacher.bringPile(school.course, {
    'whose is it.txt': bytesOf('nobody’s, as it turns out'),
  });
  const [piece] = await teacher.piecesIn(pile.id, 'to sort');
  const place = {
    kind: 'place',
    pieces: [piece!.id],
    students: [school.ids.chidi!],
    assignment: school.assignment,
  };
  await teacher.must('sortPieces', { params: inCourse, body: place });
  await teacher.must('undoSorting', { params: inCourse, body: {} });
  expect(findScans(school.running.school.db)).toEqual([]);
});
afterAll(() => school.close());

const kept = () =>
  all<{
    file: FileId;
    kind: string;
    owner: string | null;
    why: string;
    until: string | null;
    line: number | null;
  }>(
    school.running.school.db,
    `SELECT file_id AS file, kind, owner_id AS owner, why, from_at AS "from", until_at AS until, by_id AS "by",
       event_index AS line FROM ownership ORDER BY file_id, from_at`,
  );

test('whose a file is and why stands with it, and it ends where it was never theirs', () => {
  const { db } = school.running.school;
  const names = new Map(
    all<{ id: FileId; name: string }>(db, 'SELECT id, original_name AS name FROM file').map(
      ({ id, name }) => [id, name],
    ),
  );
  const who = (id: string | null) =>
    Object.keys(school.ids).find((name) => school.ids[name] === id) ?? 'nobody';
  const says = kept().map(
    ({ file, kind, owner, why, until, line }) =>
      `${names.get(file)}: ${kind}, ${who(owner)}, ${why}${line === null ? '' : ', on the ledger'}${until ? ', ended' : ''}`,
  );
  expect(says.filter((line) => !line.includes('handed out')).sort()).toEqual([
    'A map: outside, nobody, turned in, on the ledger',
    'a.txt: person, mai, turned in, on the ledger',
    'kept.txt: person, mai, brought',
    'used.txt: person, mai, brought',
    'whose is it.txt: person, chidi, placed, on the ledger, ended',
  ]);
  // A copy for each of period 2.
  expect(says.filter((line) => line.includes('handed out'))).toHaveLength(2);
});

test('the ledger, replayed, says the same of every file that it tells of', () => {
  const { db } = school.running.school;
  const fileOf = new Map(
    all<{ id: PieceId; file: FileId }>(db, 'SELECT id, file_id AS file FROM piece').map(({ id, file }) => [
      id,
      file,
    ]),
  );
  const told = new Map<FileId, string>();
  for (const { canonical } of all<{ canonical: string }>(db, 'SELECT canonical FROM event ORDER BY idx')) {
    const { kind, about, facts } = JSON.parse(canonical) as LedgerEvent;
    if (kind === 'piece placed')
      told.set(fileOf.get(about.piece!)!, (facts as EventFacts['piece placed']).owner);
    if (kind === 'handed out') {
      const { file, owner } = facts as EventFacts['handed out'];
      told.set(file, owner);
    }
  }
  const said = new Map(kept().map(({ file, owner }) => [file, owner ?? 'outside']));
  expect(told.size).toBe(6);
  for (const [file, owner] of told) expect(said.get(file)).toBe(owner);
});

test('a database of before has the same history from its ledger', async () => {
  const before = kept();
  await startFromForm(school, 23);
  // When the bytes of a piece came is not on its own line of the file: since it was placed it was somebody's.
  const timeless = (list: ReturnType<typeof kept>) => list.map((row) => ({ ...row, from: null }));
  expect(timeless(kept())).toEqual(timeless(before));
});
