import { z } from 'zod';
import { handBackDoubts, type PersonId, type SubmissionId } from '@vestibul/core';
import { branded, count, done, personName } from '../parts/shapes';
import { markBook } from './markBook';
import { note, phrase, submission } from './shapes';

/** What is answered about the desk. */
export const reviewAnswers = {
  readSubmission: submission,
  lookAt: done,
  comment: done,
  changeComment: done,
  removeComment: done,
  answerComment: done,
  setCommentDone: done,
  markRead: done,
  readMarks: markBook,
  readLevels: z.object({
    criteria: z.array(
      z.object({
        title: z.string(),
        levels: z.array(z.object({ title: z.string(), points: z.number() })),
      }),
    ),
    /** For each student the place of the level reached, criterion by criterion. */
    given: z.array(z.object({ studentId: branded<PersonId>(), levels: z.array(count.nullable()) })),
  }),
  listPhrases: z.array(phrase),
  keepPhrase: done,
  changePhrase: done,
  removePhrase: done,
  listNotes: z.array(note),
  addNote: done,
  removeNote: done,
  setScore: done,
  changeScore: done,
  review: done,
  withdrawReview: done,
  approve: z.object({ approved: count, newer: count }),
  sendBack: z.object({ sentBack: count, newer: count }),
  checkHandBack: z.array(
    z.object({
      submissionId: branded<SubmissionId>(),
      attempt: count,
      doubts: z.array(z.object({ kind: z.enum(handBackDoubts), who: personName.nullable() })),
    }),
  ),
  handBack: z.object({
    handedBack: count,
    /** Those that are handed back when the pause is over. */
    waiting: count,
    newer: count,
  }),
  takeIntoReview: z.object({
    /** Those that were about to be handed back and now are not. */
    kept: count,
    takenBack: count,
    newer: count,
  }),
} as const;
