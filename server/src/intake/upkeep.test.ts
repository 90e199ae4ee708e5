import fs from 'node:fs';
import path from 'node:path';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import type { Sha256, UploadId } from '@vestibul/core';
import { all } from '../platform/database/database';
import { TestSchool, bytesOf } from '../testing/TestSchool';
import { clearVault, expireArrivals } from './upkeep';

const DAY = 86_400_000;
let school: TestSchool;
let shift = 0;
beforeEach(async () => {
  school = await TestSchool.open();
  shift = 0;
  const inside = school.running.school;
  const { now } = inside;
  inside.now = () => new Date(Date.parse(now()) + shift).toISOString() as ReturnType<typeof now>;
});
afterEach(() => school.close());

const inTray = async (id: UploadId) =>
  (await school.as('mai').must('readTray', { params: { assignmentId: school.assignment } })).uploads.find(
    (upload) => upload.id === id,
  );

test('a file on its way of which nothing comes for a week goes, and its owner is told before', async () => {
  const mai = school.as('mai');
  const { id } = await mai.startUpload({ assignmentId: school.assignment }, 'half.txt', 10);
  await mai.sendBytes(id, bytesOf('half'));
  const inside = school.running.school;
  shift = DAY;
  expect(await expireArrivals(inside)).toBe(0);
  expect((await inTray(id))!.expiresAt).toBeNull();
  shift = 3 * DAY;
  expect(await expireArrivals(inside)).toBe(0);
  const { expiresAt } = (await inTray(id))!;
  expect(Date.parse(expiresAt!) - Date.parse(inside.now())).toBeGreaterThan(3 * DAY);
  shift = 8 * DAY + 1000;
  expect(await expireArrivals(inside)).toBe(1);
  expect(await inTray(id)).toBeUndefined();
  expect(fs.readdirSync(inside.arriving)).toEqual([]);
  expect(inside.room.promised).toBe(0);
});

test('who was never told, since the server was off, is told first', async () => {
  const { id } = await school.as('mai').startUpload({ assignmentId: school.assignment }, 'half.txt', 10);
  shift = 30 * DAY;
  expect(await expireArrivals(school.running.school)).toBe(0);
  expect((await inTray(id))!.expiresAt).not.toBeNull();
  shift = 36 * DAY;
  expect(await expireArrivals(school.running.school)).toBe(1);
});

describe('bytes that nothing names', () => {
  const inVault = () =>
    fs
      .readdirSync(path.join(school.folder, 'vault'), { recursive: true, withFileTypes: true })
      .filter((entry) => entry.isFile())
      .map((entry) => entry.name)
      .sort();
  const named = () =>
    all<{ sha256: Sha256 }>(
      school.running.school.db,
      'SELECT sha256 FROM piece UNION SELECT sha256 FROM file WHERE dropped_at IS NULL',
    )
      .map(({ sha256 }) => sha256)
      .sort();

  test('go some days after the last that named them was put away; what is turned in stays', async () => {
    const mai = school.as('mai');
    const kept = await mai.upload(school.assignment, 'kept.txt', bytesOf('turned in'));
    await mai.turnIn(school.assignment, [kept]);
    const dropped = await mai.upload(school.assignment, 'dropped.txt', bytesOf('taken out again'));
    await mai.must('dropUpload', { params: { uploadId: dropped } });
    const inside = school.running.school;
    expect(await clearVault(inside)).toBe(0);
    expect(inVault()).toHaveLength(2);
    shift = 6 * DAY;
    expect(await clearVault(inside)).toBe(0);
    shift = 8 * DAY;
    expect(await clearVault(inside)).toBe(1);
    expect(inVault()).toEqual(named());
  });

  test('stay where somebody names the same bytes again', async () => {
    const mai = school.as('mai');
    const dropped = await mai.upload(school.assignment, 'a.txt', bytesOf('the same'));
    await mai.must('dropUpload', { params: { uploadId: dropped } });
    shift = 8 * DAY;
    const again = await mai.upload(school.assignment, 'b.txt', bytesOf('the same'));
    expect(await clearVault(school.running.school)).toBe(0);
    const turned = await mai.turnIn(school.assignment, [again]);
    const read = await mai.raw('readPiece', { params: { pieceId: turned.data.pieces[0]!.id } });
    expect(await read.text()).toBe('the same');
  });
});
