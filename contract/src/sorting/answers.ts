import { z } from 'zod';
import type { PersonId, PileId, PilePieceId, SubmissionId } from '@vestibul/core';
import { branded, count, done, instant } from '../parts/shapes';
import { accounted, onTable, pile, sortedAnswer } from './shapes';

/** What is answered about piles and the sorting table. */
export const sortingAnswers = {
  /** Where it is now. */
  movePlacing: z.object({ submissionId: branded<SubmissionId>(), attempt: count }),
  decideAgain: done,
  listPiles: z.array(pile),
  makePile: z.object({ id: branded<PileId>() }),
  readPile: pile.extend({ pieces: z.array(accounted), next: z.string().nullable() }),
  endSending: done,
  stopPile: done,
  readTable: z.object({
    pieces: z.array(onTable),
    next: z.string().nullable(),
    toSort: count,
    later: count,
    undo: count,
    redo: count,
  }),
  listAlike: z.object({ ids: z.array(branded<PilePieceId>()) }),
  sortPieces: sortedAnswer,
  undoSorting: sortedAnswer,
  redoSorting: sortedAnswer,
  listKnownWords: z.array(z.object({ words: z.string(), studentId: branded<PersonId>(), at: instant })),
  forgetWords: done,
} as const;
