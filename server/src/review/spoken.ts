import {
  isSpokenTooLong,
  toInstant,
  type CommentId,
  type Instant,
  type PersonId,
  type Sha256,
  type SubmissionId,
  type UploadId,
} from '@vestibul/core';
import { takeUpSpoken } from '../intake/spokenUploads';
import { findUpload, hasArrived } from '../intake/uploads';
import { one, type Database } from '../platform/database/database';
import { Failure } from '../platform/failure';
import { JobEnded, runJob } from '../platform/runJob';
import type { School } from '../platform/School';

/** What somebody spoke of a submission, looked at before it becomes a comment. */
export interface Spoken {
  uploadId: UploadId;
  sha256: Sha256;
  seconds: number;
}

/**
 * Looks at what somebody spoke of a submission: whether it has come, is sound alone and no longer than it may be. Fails with
 * `spoken-gone`, `still-arriving`, `not-spoken`.
 */
export async function measureSpoken(
  school: School,
  by: PersonId,
  of: SubmissionId,
  id: UploadId,
): Promise<Spoken> {
  const upload = findUpload(school.db, id);
  if (!upload || upload.byId !== by || upload.submissionId !== of) throw new Failure('spoken-gone');
  if (!hasArrived(upload)) throw new Failure('still-arriving', { name: upload.originalName });
  const { sha256 } = upload;
  const seconds = await runJob('measureSound', school.vault.pathOf(sha256)).catch((error: unknown) => {
    // What holds a thread up is no sound that anybody spoke.
    if (error instanceof JobEnded) return null;
    throw error;
  });
  if (seconds === null || isSpokenTooLong(seconds)) throw new Failure('not-spoken');
  return { uploadId: id, sha256, seconds };
}

/** How long after its comment was removed what was spoken can be taken up again, in milliseconds: its bytes stay for longer. */
const UNDONE_MS = 86_400_000;

/** Makes what was spoken a comment's. Inside the caller's transaction. Fails with `spoken-gone` where it is one's already. */
export function takeUpSpokenOf(school: School, { spoken, at }: { spoken: Spoken; at: Instant }): void {
  const since = toInstant(Date.parse(school.now()) - UNDONE_MS);
  if (!takeUpSpoken(school.db, spoken.uploadId, at, since)) throw new Failure('spoken-gone');
}

/** What a comment says in sound, for reading its bytes; of its student only what they were shown. Fails with `not-found`. */
export function findSpoken(
  db: Database,
  submissionId: SubmissionId,
  commentId: CommentId,
  forStudent: boolean,
): { name: string; mime: string; sha256: Sha256 } {
  const found = one<{ mime: string; extension: string; sha256: Sha256 }>(
    db,
    `SELECT u.mime, u.extension, u.sha256 FROM comment c JOIN upload u ON u.id = c.spoken_id
     WHERE c.id = :commentId AND c.submission_id = :submissionId AND (:all = 1 OR c.shown_at IS NOT NULL)`,
    { commentId, submissionId, all: forStudent ? 0 : 1 },
  );
  if (!found) throw new Failure('not-found');
  const { extension, ...sound } = found;
  return { ...sound, name: `spoken comment.${extension}` };
}
