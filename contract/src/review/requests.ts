import { z } from 'zod';
import { attempt, line, localTime, moment, paragraphs } from '../parts/bodies';
import { LONGEST_PAUSE_S } from '../parts/limits';
import {
  commentBody,
  given,
  marksForms,
  newComment,
  newPhrase,
  phraseBody,
  scoreStep,
  works,
} from './shapes';

/** What requests about the desk carry. */
export const reviewRequests = {
  lookAt: { body: z.object({ isHere: z.boolean() }) },
  comment: { body: newComment },
  changeComment: { body: commentBody },
  answerComment: { body: commentBody },
  setCommentDone: { body: z.object({ isDone: z.boolean() }) },
  /** The newest of what they were shown. */
  markRead: { body: z.object({ upTo: moment }) },
  readMarksFile: { query: z.object({ as: z.enum(marksForms).default('csv') }) },
  keepPhrase: { body: newPhrase },
  changePhrase: { body: phraseBody },
  addNote: { body: commentBody.extend({ attempt }) },
  setScore: { body: z.object({ attempt, step: scoreStep }) },
  changeScore: {
    body: z.object({ attempt, given, was: given.nullable(), why: line(500) }),
  },
  review: { body: z.object({ attempt }) },
  withdrawReview: { body: z.object({ attempt }) },
  approve: { body: z.object({ works }) },
  sendBack: { body: z.object({ works, word: paragraphs(2000) }) },
  handBack: {
    body: z.object({
      works,
      /** The wall-clock time of the school at which it is done; else after the pause. */
      atLocal: localTime.nullable().default(null),
      /** How long they can still be kept before it is done. */
      afterSeconds: z.number().int().min(0).max(LONGEST_PAUSE_S).default(0),
    }),
  },
  takeIntoReview: { body: z.object({ works }) },
} as const;
