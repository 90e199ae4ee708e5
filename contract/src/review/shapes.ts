import { z } from 'zod';
import { PHRASE_KEY, stamps } from '@vestibul/core';
import type {
  AssignmentId,
  CommentId,
  CourseId,
  Given,
  NoteId,
  PeriodId,
  PhraseId,
  PersonId,
  PieceId,
  ScoreStep,
  Sha256,
  SubmissionId,
  UploadId,
} from '@vestibul/core';
import { attempt, id, paragraphs, words } from '../parts/bodies';
import { LONGEST_COMMENT, MOST_CRITERIA, MOST_LEVELS, MOST_POINTS } from '../parts/limits';
import {
  branded,
  count,
  form,
  instant,
  lateRule,
  personName,
  receipt,
  scoring,
  state,
} from '../parts/shapes';
import { anchor } from './anchor';

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
  /** The owner's file now, where they went on working in it after it was sealed; null when it is still the same. */
  now: z
    .object({ changedAt: instant, originalName: z.string(), form, mime: z.string(), bytes: count })
    .nullable(),
  /** When the owner deleted their file; the sealed copy stays. */
  deletedAt: instant.nullable(),
});

const points = z.number().min(0).max(MOST_POINTS);
const level = z
  .number()
  .int()
  .min(0)
  .max(MOST_LEVELS - 1)
  .nullable();

/** What is given as a whole. */
export const given: z.ZodType<Given, Given> = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('points'), points }),
  z.object({ kind: z.literal('rubric'), levels: z.array(level).min(1).max(MOST_CRITERIA) }),
]);

/** What is given for an attempt: of those who score it what stands now, of its student what came back with it last. */
const score = z.object({
  attempt: count,
  /** How the work was scored then; the assignment may say otherwise by now. */
  scoring,
  given: given.nullable(),
  /** Null until every criterion has a level. */
  points: z.number().nullable(),
  /** What of them counts, by how late the attempt was and the rule for it: the one that held when it was handed back. */
  counted: z.number().nullable(),
  lateRule,
  by: personName,
  at: instant,
  /** Where it was changed after it was handed back: why, and the points that there were before. */
  change: z.object({ why: z.string(), was: z.number().nullable() }).nullable(),
});

/** What is said, of work or in answer to that. */
const said = z.object({
  id: branded<CommentId>(),
  by: personName,
  at: instant,
  text: z.string(),
  /** When it was changed after its student could read it; null where it was not. */
  editedAt: instant.nullable(),
  /** Whether whoever asks wrote it. */
  isMine: z.boolean(),
});

/** What is said of an attempt. */
const comment = said.extend({
  attempt: count,
  /** What was spoken in place of words, or beside them, and how long that is. */
  spoken: z.object({ uploadId: branded<UploadId>(), seconds: z.number() }).nullable(),
  /** The drawing that goes with it. */
  stamp: z.enum(stamps).nullable(),
  /** Where in which piece it is said; null where it is said of the whole. */
  place: z.object({ pieceId: branded<PieceId>(), anchor }).nullable(),
  /** Whether its student can read it. */
  isShown: z.boolean(),
  /** When its student or the staff said that it is done with. */
  doneAt: instant.nullable(),
  /** The first first. */
  answers: z.array(said),
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
  /** How the assignment is scored now. */
  scoring,
  /** The first attempt first. */
  scores: z.array(score),
  comments: z.array(comment),
  reviewedAt: instant.nullable(),
  handedBackAt: instant.nullable(),
  /** When the newest of what its student can read came, and until when they have read it. */
  newestShown: instant.nullable(),
  readUntil: instant.nullable(),
  /** Who of the staff has it before them now; a student is told nobody. */
  lookedAtBy: z.array(branded<PersonId>()),
  /** When it is handed back, while it can still be kept; its student does not know of it. */
  goesBackAt: instant.nullable(),
});

/** As what a mark book is taken along: a table, what stands behind its numbers, both in a workbook, or a gradebook package. */
export const marksForms = ['csv', 'details', 'xlsx', 'oneroster'] as const;

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

export const scoreStep: z.ZodType<ScoreStep, ScoreStep> = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('points'), points: points.nullable(), was: points.nullable() }),
  z.object({
    kind: z.literal('rubric'),
    criterion: z
      .number()
      .int()
      .min(0)
      .max(MOST_CRITERIA - 1),
    level,
    was: level,
  }),
]);

export const commentBody = z.object({ text: paragraphs(LONGEST_COMMENT) });

/** A phrase as it is kept: who writes one says what is typed to have it. */
export const phraseBody = z.object({
  key: z
    .string()
    .trim()
    .normalize('NFC')
    .toLowerCase()
    .regex(PHRASE_KEY, 'Letters and digits only, at most 12, without a space'),
  text: paragraphs(LONGEST_COMMENT),
});

/** A phrase that begins to be kept: for oneself, or for the course. */
export const newPhrase = phraseBody.extend({ isMine: z.boolean() });

export const phrase = z.object({
  id: branded<PhraseId>(),
  key: z.string(),
  text: z.string(),
  /** Somebody's own; else the course's. */
  isMine: z.boolean(),
});

/** A comment: of the whole attempt, or at a place of one of its pieces. */
export const newComment = z
  .object({
    text: words(LONGEST_COMMENT).trim(),
    attempt,
    spoken: id<UploadId>().nullable().default(null),
    stamp: z.enum(stamps).nullable().default(null),
    place: z.object({ pieceId: id<PieceId>(), anchor }).nullable().default(null),
  })
  .refine(({ text, spoken }) => text !== '' || spoken !== null, {
    path: ['text'],
    message: 'Write something here',
  });
