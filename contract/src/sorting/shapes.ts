import { z } from 'zod';
import {
  type AssignmentId,
  type Instant,
  type PeriodId,
  type PersonId,
  type PileId,
  type PilePieceId,
  partReadings,
  personLikenesses,
  personParts,
  pieceNotes,
  pileStates,
  refusals,
} from '@vestibul/core';
import { branded, count, form } from '../parts/shapes';

const probability = z.number().min(0).max(1);

const counts = z.object(
  Object.fromEntries(pileStates.map((state) => [state, count])) as Record<
    (typeof pileStates)[number],
    typeof count
  >,
);

/** What was brought at once, and what became of all of it. */
export const pile = z.object({
  id: branded<PileId>(),
  name: z.string(),
  madeAt: branded<Instant>(),
  periodId: branded<PeriodId>().nullable(),
  assignmentId: branded<AssignmentId>().nullable(),
  /** Uploads of it that are still on their way. */
  onTheirWay: count,
  counts,
  state: z.enum(['arriving', 'taking out', 'reading', 'placing', 'no room', 'done', 'stopped']),
  /** How far the step is that goes on; both 0 where it does not count. */
  done: count,
  total: count,
});

/** Something of a pile as the lists of it show it. */
const entry = z.object({
  id: branded<PilePieceId>(),
  pileId: branded<PileId>(),
  path: z.string(),
  bytes: count,
  state: z.enum(pileStates),
  reason: z.enum(['', ...refusals, ...pieceNotes]),
});

/** Those of a pile in one state, each with its reason. */
export const accounted = entry.extend({
  students: z.array(branded<PersonId>()),
  assignmentId: branded<AssignmentId>().nullable(),
  /** Of a repeat: the path of what has the same bytes. */
  sameAs: z.string().nullable(),
});

/** A piece on the sorting table with all that was read of it. */
export const onTable = entry.extend({
  mime: z.string(),
  form,
  assignmentId: branded<AssignmentId>().nullable(),
  /** The likeliest first. */
  candidates: z.array(z.object({ student: branded<PersonId>(), confidence: probability })),
  assignmentCandidates: z.array(z.object({ assignment: branded<AssignmentId>(), confidence: probability })),
  /** The name taken apart; `of` and `how` say how a word was read as a person. */
  parts: z.array(
    z.object({
      text: z.string(),
      as: z.enum(partReadings),
      of: z.enum(personParts).nullable(),
      how: z.enum([...personLikenesses, 'initial']).nullable(),
    }),
  ),
  reasons: z.array(z.string()),
  /** What speaks for each where what is known does not fit together; null is somebody who is not on the roster. */
  sides: z.array(z.object({ student: branded<PersonId>().nullable(), says: z.array(z.string()) })),
  sameAs: z.string().nullable(),
  /** How many lie on the table that are like it, itself among them. */
  alike: count,
});

/** What something done on the table came to. */
export const sortedAnswer = z.object({
  /** Pieces that were placed because of what this taught. */
  taught: count,
  undo: count,
  redo: count,
});
