import { z } from 'zod';
import type { AssignmentId, FileId, SubmissionId } from '@vestibul/core';
import { branded, count, form, instant } from '../parts/shapes';

/** The student's files that are turned in nowhere: put into the drawer, or taken back. */
export const looseFiles = z.object({
  files: z.array(
    z.object({
      id: branded<FileId>(),
      name: z.string(),
      form,
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

/** What a student has deleted and can restore, the last first. */
export const trash = z.object({
  files: z.array(
    z.object({
      id: branded<FileId>(),
      name: z.string(),
      form,
      bytes: count,
      deletedAt: instant,
      /** When it is gone for good. */
      goesAt: instant,
      /** The assignments for which it is turned in: of each the sealed copy stays. */
      sealed: z.array(z.string()),
    }),
  ),
  next: z.string().nullable(),
});
