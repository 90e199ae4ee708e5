import { toInstant, type PersonId, type PileId, type SubmissionId, type VisitId } from '@vestibul/core';
import { LARGEST_SPOKEN } from '@vestibul/contract';
import { one } from '../platform/database/database';
import { Failure } from '../platform/failure';
import type { School } from '../platform/School';
import type { UploadRow } from './uploads';

/** Fails with `file-too-large`, and of what is spoken with `not-spoken`, where there is more of it than there may be. */
export function requireSize(
  school: School,
  upload: { originalName: string; submissionId?: SubmissionId | null },
  bytes: number,
): void {
  if (upload.submissionId && bytes > LARGEST_SPOKEN) throw new Failure('not-spoken');
  if (bytes > school.limits.largestFile) throw new Failure('file-too-large', { name: upload.originalName });
}

/** Fails where whoever brings it, in all that they bring, would have brought more than is thought of. */
export function requireShare(
  school: School,
  upload: Pick<UploadRow, 'byId' | 'visitId' | 'pileId'>,
  bytes: number,
  isNew: boolean,
): void {
  // A pile is as large as a course's work is; its sender is not held to the measure of one student.
  if (upload.pileId) requirePileMeasure(school, upload.pileId, bytes);
  else if (upload.byId) requireMeasure(school, upload.byId, bytes, isNew);
  if (upload.visitId) requireGuestMeasure(school, upload.visitId, bytes);
}

const tooManyBytes = (most: number) =>
  new Failure('too-many-bytes', { most: `${Math.round(most / 1024 ** 3)} GB` });

function requirePileMeasure(school: School, pile: PileId, bytes: number): void {
  const sent = one<{ bytes: number }>(
    school.db,
    'SELECT COALESCE(SUM(bytes), 0) AS bytes FROM upload WHERE pile_id = ?',
    [pile],
  )!;
  if (sent.bytes + bytes > school.limits.pileBytes) throw tooManyBytes(school.limits.pileBytes);
}

const HOUR = 3_600_000;

/** Fails with `too-many-uploads` or `too-many-bytes` where somebody has begun more than a person does. */
function requireMeasure(school: School, by: PersonId, bytes: number, isNew: boolean): void {
  const since = (ms: number) => toInstant(Date.parse(school.now()) - ms);
  const begun = one<{ hour: number; bytes: number }>(
    school.db,
    `SELECT COUNT(*) FILTER (WHERE started_at > :hour) AS hour, COALESCE(SUM(bytes), 0) AS bytes FROM upload
     WHERE by_id = :by AND started_at > :day AND kind IN ('file', 'recording')`,
    { by, hour: since(HOUR), day: since(24 * HOUR) },
  )!;
  const { uploadsAnHour, bytesADay } = school.limits;
  if (isNew && begun.hour >= uploadsAnHour) throw new Failure('too-many-uploads', { most: uploadsAnHour });
  if (begun.bytes + bytes > bytesADay) throw tooManyBytes(bytesADay);
}

/** Fails with `too-many-bytes` where a guest, or all guests of a side door in a day, have brought more than is thought of. */
function requireGuestMeasure(school: School, visit: VisitId, bytes: number): void {
  const brought = one<{ guest: number; door: number }>(
    school.db,
    `SELECT COALESCE(SUM(u.bytes) FILTER (WHERE v.id = :visit), 0) AS guest, COALESCE(SUM(u.bytes), 0) AS door
     FROM visit v JOIN upload u ON u.visit_id = v.id
     WHERE v.door_id = (SELECT door_id FROM visit WHERE id = :visit) AND v.made_at > :day`,
    { visit, day: toInstant(Date.parse(school.now()) - 24 * HOUR) },
  )!;
  const { guestBytes, doorBytesADay } = school.limits;
  for (const [sum, most] of [
    [brought.guest, guestBytes],
    [brought.door, doorBytesADay],
  ] as const)
    if (sum + bytes > most) throw tooManyBytes(most);
}
