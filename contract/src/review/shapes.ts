import { z } from 'zod';
import type { AssignmentId, CourseId, NoteId, PeriodId, PieceId, Sha256, SubmissionId } from '@vestibul/core';
import { attempt, id, line } from '../parts/bodies';
import { branded, count, form, instant, personName, receipt, state } from '../parts/shapes';

const piece = z.object({
  id: branded<PieceId>(),
  attempt: count,
  n: count,
  name: z.string(),
  originalName: z.string(),
  form,
  mime: z.string(),
  bytes: count,
  sha256: branded<Sha256>(),
  /** Null is outside: a link, whose bytes are not ours. */
  owner: personName.nullable(),
  /** When the owner changed their file after it was sealed; null when it is still the same. */
  driftedAt: instant.nullable(),
});

export const submission = z.object({
  id: branded<SubmissionId>(),
  assignment: z.object({ id: branded<AssignmentId>(), title: z.string() }),
  courseId: branded<CourseId>(),
  periodId: branded<PeriodId>(),
  student: personName,
  state,
  due: instant.nullable(),
  folderName: z.string(),
  attempts: z.array(receipt),
  pieces: z.array(piece),
  comments: z.array(z.object({ id: z.string(), by: personName, at: instant, text: z.string() })),
  reviewedAt: instant.nullable(),
  handedBackAt: instant.nullable(),
  /** When it is handed back, while it can still be kept; its student does not know of it. */
  goesBackAt: instant.nullable(),
});

/** What the staff say of a piece among themselves; no student is ever shown it. */
export const note = z.object({
  id: branded<NoteId>(),
  by: personName,
  at: instant,
  text: z.string(),
  /** Whether whoever asks wrote it. */
  isMine: z.boolean(),
});

/** The attempts of several submissions that an act means. */
export const works = z
  .array(z.object({ submissionId: id<SubmissionId>(), attempt }))
  .min(1)
  .max(200);

export const commentBody = z.object({ text: line(4000) });
