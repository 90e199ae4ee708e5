import { z } from 'zod';
import {
  oneLine,
  type AssignmentId,
  type CourseId,
  type FileId,
  type PileId,
  type SubmissionId,
} from '@vestibul/core';
import { id } from '../parts/bodies';

/** The metadata of an upload (tus `Upload-Metadata`): what it is for, and the name it came with. */
export const uploadMetadata = z
  .object({
    filename: z.string().max(1000).transform(oneLine).pipe(z.string().min(1)),
    /** Into the tray of an assignment … */
    assignmentId: id<AssignmentId>().optional(),
    /** … or as a blank of a course … */
    courseId: id<CourseId>().optional(),
    /** … or into the drawer of whoever sends it. */
    drawer: z.literal('1').optional(),
    /** … or as a newer version of a file of theirs … */
    fileId: id<FileId>().optional(),
    /** … or through a side door, by a guest. */
    door: z.literal('1').optional(),
    /** … or with a pile for the sorting table; `filename` is its path there. */
    pileId: id<PileId>().optional(),
    /** … or spoken of a submission. */
    submissionId: id<SubmissionId>().optional(),
  })
  .refine(
    ({ filename: _filename, ...purposes }) =>
      Object.values(purposes).filter((purpose) => purpose !== undefined).length === 1,
    { message: 'Say what the file is for: an assignment, a course or the drawer' },
  );
