import { z } from 'zod';
import {
  levels,
  type AssignmentId,
  type BlankId,
  type CopyId,
  type FolderId,
  type KeptId,
  type Level,
  type PieceId,
  type Reason,
  type Sha256,
  type SubmissionId,
} from '@vestibul/core';
import { branded, count, instant, keyHolder, personName } from '../parts/shapes';

/** What can be out of the ordinary with whose a file is; each is counted, and leads to those it counts. */
export const ownedStates = ['left', 'changed', 'gone', 'outside', 'school', 'off roster'] as const;
export type OwnedState = (typeof ownedStates)[number];

/** Whose a file is: a person's, with when they left the course; the school's; or outside, of what is only pointed at. */
export const owner = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('person'), person: personName, leftAt: instant.nullable() }),
  z.object({ kind: z.literal('school') }),
  z.object({ kind: z.literal('outside') }),
]);

/** In which folder a file lies; null is its owner's drawer. */
const holder = z.object({ id: branded<FolderId>(), name: z.string() }).nullable();

/**
 * A file of a course as it was at a moment: a piece in its slot, a copy that was handed out, a blank, or what the school keeps of a
 * piece as its own.
 */
export const ownedFile = z.object({
  id: branded<PieceId>().or(branded<CopyId>()).or(branded<BlankId>()).or(branded<KeptId>()),
  kind: z.enum(['piece', 'copy', 'blank', 'kept']),
  submissionId: branded<SubmissionId>().nullable(),
  assignmentId: branded<AssignmentId>().nullable(),
  attempt: count,
  student: personName.nullable(),
  name: z.string(),
  originalName: z.string(),
  owner: owner.nullable(),
  ownerSince: instant.nullable(),
  holder,
  holderSince: instant.nullable(),
  /** The bytes as they were turned in; null of what was not. */
  sealed: branded<Sha256>().nullable(),
  /** When the owner changed the file after it was sealed, and when they put it away; null where they did not. */
  changedAt: instant.nullable(),
  goneAt: instant.nullable(),
  /** Of a piece of which the school keeps a copy of its own, and of that copy: since when, by whose doing and why. */
  kept: z.object({ id: branded<KeptId>(), at: instant, by: personName, why: z.string() }).nullable(),
});

/** What stood for a while. */
const stretch = { from: instant, until: instant.nullable() };

export const key = z.object({
  who: keyHolder,
  level: z.enum(levels as readonly [Level, ...Level[]]),
  because: z.enum(['standing', 'staff', 'own', 'shown to the period'] satisfies Reason['kind'][]),
  /** Of a key because of being on the staff: as what. */
  role: z.string(),
  since: instant,
  until: instant.nullable(),
});

/** Whose a file was, where it lay and who could open it: each with its own line through time. */
export const custody = z.object({
  file: ownedFile,
  owners: z.array(z.object({ ...stretch, owner, by: personName.nullable(), why: z.string() })),
  holders: z.array(z.object({ ...stretch, holder })),
  keys: z.array(key),
  /** The line of the ledger by which it came to lie there. */
  line: count.nullable(),
});
