import { z } from 'zod';
import {
  type AssignmentId,
  type BlankId,
  type CopyId,
  type Day,
  type GroupId,
  type Instant,
  type LocalTime,
  type NameValues,
  type PeriodId,
  type PersonId,
  type PieceId,
  type LateRule,
  type Scoring,
  type Sha256,
  type SubmissionId,
  type TermId,
  type YearId,
  afterwards,
  countings,
  forms,
  groupMarks,
  lateCounts,
  nameFaults,
  offRules,
  recordingKinds,
  submissionStates,
} from '@vestibul/core';

/** Ids, instants and hashes are made by the server itself; the schema only carries their brand. */
export const branded = <T extends string>() => z.string() as unknown as z.ZodType<T, T>;

export const instant = branded<Instant>();

export const count = z.number().int().min(0);

export const state = z.enum(submissionStates);
/** What a piece is in one word. */
export const form = z.enum(forms);

export const personName = z.object({
  id: branded<PersonId>(),
  last: z.string(),
  first: z.string(),
  called: z.string(),
  /** What tells them from whoever is shown by the same name: a number or an account; '' where nobody is. */
  apart: z.string(),
});

export const period = z.object({
  id: branded<PeriodId>(),
  number: count,
  label: z.string(),
  /** Which of the enamel colours the plate has, from 1. */
  enamel: count,
});

export const group = z.object({
  id: branded<GroupId>(),
  name: z.string(),
  enamel: count,
  mark: z.enum(groupMarks),
});

const term = z.object({
  id: branded<TermId>(),
  name: z.string(),
  startsOn: branded<Day>(),
  endsOn: branded<Day>(),
});

export const year = z.object({
  id: branded<YearId>(),
  label: z.string(),
  startsOn: branded<Day>(),
  endsOn: branded<Day>(),
  /** Whether it can be read and not changed any more. */
  isOver: z.boolean(),
  terms: z.array(term),
});

export const wants = z.object({ forms: z.array(z.enum(forms)), files: count.nullable() });

export const recording = z.object({ kinds: z.array(z.enum(recordingKinds)), mostMinutes: count });

export const assignment = z.object({
  id: branded<AssignmentId>(),
  title: z.string(),
  shortName: z.string(),
  unit: z.string(),
  dues: z.array(z.object({ periodId: branded<PeriodId>(), due: instant, dueLocal: branded<LocalTime>() })),
  graceMinutes: count,
  /** The small groups that hand it in; none means everybody. */
  groupIds: z.array(branded<GroupId>()),
  holds: z.boolean(),
  /** Who sees a piece once it is turned in, beside the staff. */
  afterwards: z.enum(afterwards),
  /** Null is what the course says. */
  offRule: z.enum(offRules).nullable(),
  /** The most that can be reached; null where nothing is scored. */
  mostPoints: count.nullable(),
  /** From when on students see it; null is a draft. */
  visibleAt: instant.nullable(),
});

/** How work is scored, as it is told; what may be asked for is bounded by the request's own schema. */
export const scoring: z.ZodType<Scoring, Scoring> = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('none') }),
  z.object({ kind: z.literal('points'), most: z.number() }),
  z.object({
    kind: z.literal('rubric'),
    criteria: z.array(
      z.object({
        title: z.string(),
        levels: z.array(z.object({ title: z.string(), points: z.number(), says: z.string() })),
      }),
    ),
  }),
]);

/** What being late takes off a score, as it is told. */
export const lateRule: z.ZodType<LateRule, LateRule> = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('none') }),
  z.object({ kind: z.literal('per day'), percent: z.number(), most: z.number() }),
]);

export const fullAssignment = assignment.extend({
  directions: z.string(),
  lateCounts: z.enum(lateCounts),
  counting: z.enum(countings),
  wants,
  scoring,
  lateRule,
  weight: count.nullable(),
  recording,
  tells: z.boolean(),
  hasWork: z.boolean(),
});

export const receipt = z.object({
  submissionId: branded<SubmissionId>(),
  attempt: count,
  at: instant,
  due: instant.nullable(),
  lateMs: count,
  /** Whether this is the attempt that counts. */
  counts: z.boolean(),
  /** Set where it was taken back by its student, sent back by the teacher, or (undone) placed with the wrong student. */
  gone: z.object({ how: z.enum(['taken back', 'sent back', 'undone']), at: instant }).nullable(),
  /** Whether it came in a pile or by a side door and was placed here; else its student turned it in. */
  placed: z.boolean(),
  /** Whether it was shown in class: its one piece is what the staff wrote down of it. */
  inClass: z.boolean(),
  /** The line of the ledger that says so. */
  line: count,
  pieces: z.array(
    z.object({
      id: branded<PieceId>(),
      name: z.string(),
      originalName: z.string(),
      bytes: count,
      sha256: branded<Sha256>(),
    }),
  ),
});

export const nameFault = z.object({ code: z.enum(nameFaults), says: z.string() });

/** What the parts of a rule are filled with. */
export const nameValues = z.record(
  z.string(),
  z.union([z.string(), z.number(), z.null()]),
) as unknown as z.ZodType<NameValues, NameValues>;

/** Who holds a key: one person, anybody of the office, or those of a period who have turned something in. */
export const keyHolder = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('person'), person: personName }),
  z.object({ kind: z.literal('office') }),
  z.object({ kind: z.literal('period'), label: z.string() }),
]);

export const copy = z.object({
  id: branded<CopyId>(),
  blankId: branded<BlankId>(),
  title: z.string(),
  name: z.string(),
  form,
  bytes: count,
  version: count,
  /** Whether a newer version of the blank is there. */
  isOld: z.boolean(),
  assignmentId: branded<AssignmentId>().nullable(),
  courseTitle: z.string(),
  handedOutAt: instant,
  /** Who can open it besides its owner. */
  canOpen: z.array(keyHolder),
});

export const done = z.object({});
