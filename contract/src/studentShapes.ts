import { z } from 'zod';
import {
  afterwards,
  countings,
  lateCounts,
  offRules,
  type AssignmentId,
  type FileId,
  type PieceId,
  type SubmissionId,
  type UploadId,
} from '@vestibul/core';
import {
  branded,
  copy,
  count,
  fullAssignment,
  instant,
  nameFault,
  nameValues,
  receipt,
  recording,
  state,
  uploadKinds,
  wants,
} from './shapes';

/** The student's files that are turned in nowhere: put into the drawer, or taken back. */
export const looseFiles = z.object({
  files: z.array(
    z.object({
      id: branded<FileId>(),
      name: z.string(),
      form: z.string(),
      bytes: count,
      changedAt: instant,
      /** Where it was turned in before it was taken back or sent back. */
      was: z.object({ assignment: z.string(), submissionId: branded<SubmissionId>() }).nullable(),
      /** The assignments in whose trays it lies. */
      trays: z.array(z.object({ id: branded<AssignmentId>(), title: z.string() })),
    }),
  ),
  next: z.string().nullable(),
});

/** The student's files that are turned in, with where each lies and who can open it. */
export const turnedInFiles = z.object({
  files: z.array(
    z.object({
      id: branded<FileId>(),
      pieceId: branded<PieceId>(),
      submissionId: branded<SubmissionId>(),
      name: z.string(),
      originalName: z.string(),
      form: z.string(),
      bytes: count,
      assignment: z.string(),
      courseTitle: z.string(),
      folderName: z.string(),
      turnedInAt: instant,
      canOpen: z.array(z.string()),
      driftedAt: instant.nullable(),
    }),
  ),
  next: z.string().nullable(),
});

/** Everything the page needs on which a student turns something in. */
export const tray = z.object({
  assignment: z.object({
    id: branded<AssignmentId>(),
    title: z.string(),
    directions: z.string(),
    graceMinutes: count,
    lateCounts: z.enum(lateCounts),
    counting: z.enum(countings),
    wants,
    scoring: fullAssignment.shape.scoring,
    recording,
    afterwards: z.enum(afterwards),
    holds: z.boolean(),
  }),
  copies: z.array(copy),
  courseTitle: z.string(),
  period: z.string(),
  teachers: z.array(z.string()),
  due: instant,
  now: instant,
  state,
  submissionId: branded<SubmissionId>().nullable(),
  /** What the naming rule is filled with for the next attempt, so that the page can show a name before a byte is sent. */
  naming: z.object({
    rule: z.string(),
    values: nameValues,
    /** UTF-16 units that the path leaves for a name. */
    units: count,
    /** What happens to a name that does not follow. */
    offRule: z.enum(offRules),
    taken: z.array(z.string()),
  }),
  uploads: z.array(
    z.object({
      id: branded<UploadId>(),
      originalName: z.string(),
      bytes: count,
      arrived: z.boolean(),
      /** When what has come of it is removed, if nothing more of it comes. */
      expiresAt: instant.nullable(),
      kind: z.enum(uploadKinds),
      form: z.string(),
      name: z.string(),
      /** What is wrong with the name it came with. */
      faults: z.array(nameFault),
    }),
  ),
  /** Whether the newest attempt can still be taken back. */
  mayTakeBack: z.boolean(),
  /** What the teacher said when sending the newest attempt back, where nothing was turned in since. */
  sentBack: z.object({ at: instant, word: z.string() }).nullable(),
  receipts: z.array(receipt),
});
