import { z } from 'zod';
import {
  type AssignmentId,
  type PeriodId,
  type PersonId,
  type PilePieceId,
  pileStates,
  tableStates,
} from '@vestibul/core';
import { attempt, id, line } from '../parts/bodies';
import { MOST_TOGETHER } from '../parts/limits';

/** What requests about piles and the sorting table carry. */
export const sortingRequests = {
  makePile: {
    body: z.object({
      name: line(200),
      periodId: id<PeriodId>().nullable().default(null),
      assignmentId: id<AssignmentId>().nullable().default(null),
    }),
  },
  /** A page of what of a pile is in a state; `after` is the last piece of the page before. */
  readPile: {
    query: z.object({ state: z.enum(pileStates).default('placed'), after: z.string().max(60).default('') }),
  },
  readTable: {
    query: z.object({ state: z.enum(tableStates).default('to sort'), after: z.string().max(60).default('') }),
  },
  sortPieces: {
    body: z.discriminatedUnion('kind', [
      z.object({
        kind: z.literal('place'),
        pieces: z.array(id<PilePieceId>()).min(1).max(MOST_TOGETHER),
        /** Several: joint work, placed with each of them. */
        students: z.array(id<PersonId>()).min(1).max(12),
        assignment: id<AssignmentId>(),
      }),
      z.object({
        kind: z.literal('set aside'),
        pieces: z.array(id<PilePieceId>()).min(1).max(MOST_TOGETHER),
        as: z.enum(['to sort', 'later', 'not ours']),
      }),
    ]),
  },
  forgetWords: { body: z.object({ words: z.string().min(1).max(1000) }) },
  readPilePiece: { query: z.object({ download: z.enum(['1']).optional() }) },
  movePlacing: {
    body: z.object({ attempt, studentId: id<PersonId>(), assignmentId: id<AssignmentId>() }),
  },
} as const;
