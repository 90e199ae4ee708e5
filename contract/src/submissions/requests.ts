import { z } from 'zod';
import type { PersonId, UploadId } from '@vestibul/core';
import {
  before,
  assignmentBody,
  attempt,
  id,
  idList,
  localTime,
  paragraphs,
  recordFilter,
} from '../parts/bodies';
import { LONGEST_COMMENT, MOST_FILES, SHORTEST_SEARCH } from '../parts/limits';

/** What requests about what was turned in carry. */
export const submissionsRequests = {
  previewDues: { body: assignmentBody.pick({ dues: true, graceMinutes: true, lateCounts: true }) },
  readPiece: { query: z.object({ download: z.enum(['1']).optional() }) },
  findWord: { query: z.object({ word: z.string().trim().min(SHORTEST_SEARCH).max(80) }) },
  readWork: { query: z.object({ students: idList<PersonId>().nullable().default(null) }) },
  markSeen: { body: z.object({ attempts: z.number().int().min(1) }) },
  takeBack: { body: z.object({ attempt, key: z.uuid() }) },
  recordInClass: {
    body: z.object({
      /** Made by the page once for each press of the button, so that the same press never counts twice. */
      key: z.uuid(),
      words: paragraphs(LONGEST_COMMENT),
      /** When it was shown, by the clocks of the school; else in time, and not later than now. */
      atLocal: localTime.nullable().default(null),
    }),
  },
  undoInClass: { body: z.object({ attempt }) },
  /** Pieces turned in by students, for assignments and on days of the school, both included. */
  readRecord: { query: recordFilter },
  listMyFiles: { query: z.object({ before }) },
  turnIn: {
    body: z.object({
      /** Made by the page once for each press of the button, so that the same press never counts twice. */
      key: z.uuid(),
      uploadIds: z.array(id<UploadId>()).max(MOST_FILES),
      /** Whether the student has seen the proper names and agreed to them. */
      namesAgreed: z.boolean().default(false),
    }),
  },
} as const;
