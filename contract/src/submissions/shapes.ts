import { z } from 'zod';
import {
  type AssignmentId,
  type FileId,
  type PersonId,
  type PieceId,
  type SubmissionId,
  type UploadId,
  afterwards,
  countings,
  lateCounts,
  offRules,
} from '@vestibul/core';
import { owner } from '../owners/shapes';
import {
  branded,
  copy,
  count,
  form,
  fullAssignment,
  lateRule,
  instant,
  keyHolder,
  nameFault,
  nameValues,
  personName,
  receipt,
  recording,
  state,
  wants,
} from '../parts/shapes';

/** What lies in a tray: a file, a recording made here, a link, a text written here, or something from the drawer. */
const uploadKinds = ['file', 'recording', 'link', 'text', 'drawer'] as const;

/** Being in a course: since when, and the times away. */
export const attendance = z.object({
  joinedAt: instant,
  leftAt: instant.nullable(),
  absences: z.array(z.object({ leftAt: instant, backAt: instant.nullable() })),
});

/** One slot's content. Slots with nothing in them are left out. */
export const slot = z.object({
  id: branded<SubmissionId>().nullable(),
  studentId: branded<PersonId>(),
  assignmentId: branded<AssignmentId>(),
  state,
  /** The attempt that counts, and how many there were. */
  attempt: count,
  attempts: count,
  pieces: count,
  /** What lies on top, in a word: text, photo, table … */
  /** Empty of what has only begun. */
  form: form.or(z.literal('')),
  turnedInAt: instant.nullable(),
  lateMs: count,
  unseen: z.boolean(),
  drifted: z.boolean(),
  /** What is given for it now; null until all that is scored is. */
  points: z.number().nullable(),
  /** Whether it is about to be handed back, in the pause in which that can be undone. */
  goesBack: z.boolean(),
  /** Comments whose last word is the student's, and waits for the staff. */
  answers: count,
  /** Who of the staff last said something of it, scored or reviewed it. */
  workedOnBy: branded<PersonId>().nullable(),
  name: z.string(),
  originalName: z.string(),
  topPieceId: branded<PieceId>().nullable(),
  /** Whether it waits for approval because of the name it came with. */
  heldForName: z.boolean(),
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
      form,
      bytes: count,
      assignment: z.string(),
      courseTitle: z.string(),
      folderName: z.string(),
      turnedInAt: instant,
      /** Whose it is now: their own still, another's or the school's since it was given over, or outside. */
      owner,
      /** Who can open what was turned in, besides themselves. */
      canOpen: z.array(keyHolder),
      driftedAt: instant.nullable(),
      /** Since when the school keeps a copy of its own; null where it does not. */
      keptAt: instant.nullable(),
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
    lateRule,
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
      form,
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

/** How many, and some of them by name. */
export const named = z.object({ total: z.number(), names: z.array(personName) });
