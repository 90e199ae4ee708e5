import { z } from 'zod';
import {
  type AssignmentId,
  type EventKind,
  type PieceId,
  type SubmissionId,
  eventKinds,
} from '@vestibul/core';
import { branded, count, instant, personName } from '../parts/shapes';

export const ledgerLine = z.object({
  index: count,
  at: instant,
  kind: z.enum(eventKinds as [EventKind, ...EventKind[]]),
  by: personName.nullable(),
  student: personName.nullable(),
  assignment: z.string().nullable(),
  assignmentId: branded<AssignmentId>().nullable(),
  period: z.string().nullable(),
  piece: z.object({ id: branded<PieceId>(), name: z.string(), originalName: z.string() }).nullable(),
  /** Of a file that lies in a slot: who owned it at that line. */
  owner: personName.nullable(),
  facts: z.record(z.string(), z.unknown()),
  submissionId: branded<SubmissionId>().nullable(),
});
