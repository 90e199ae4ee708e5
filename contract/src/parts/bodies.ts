import { z } from 'zod';
import {
  type AssignmentId,
  type Day,
  type GroupId,
  HIGHEST_PERIOD,
  type Instant,
  LONGEST_FIELD,
  LONGEST_GRACE,
  LONGEST_RECORDING,
  type LocalTime,
  type PeriodId,
  type PersonId,
  afterwards,
  countings,
  forms,
  isLocalTime,
  lateCounts,
  looksLikeEmail,
  noLateRule,
  noRecording,
  offRules,
  recordingKinds,
} from '@vestibul/core';
import {
  FEWEST_LEVELS,
  LONGEST_DIRECTIONS,
  MOST_CRITERIA,
  MOST_FILES,
  MOST_LEVELS,
  MOST_LEVEL_POINTS,
  MOST_POINTS,
  MOST_WEIGHT,
} from './limits';

/** An opaque id as it comes over the wire. */
export const id = <Id extends string>() =>
  z
    .string()
    .regex(/^[A-Za-z0-9_-]{1,64}$/)
    .transform((text) => text as Id);

/** Longest list of ids in an address; Node.js takes 16 kB for all that is said before the body. */
const LONGEST_ID_LIST = 12_000;

/** Where a page of a list that goes back in time begins, as the page shown before it said; '' is the newest. */
export const before = z.string().max(120).default('');

/** Several ids in an address, with commas between them. */
export const idList = <Id extends string>() =>
  z
    .string()
    .max(LONGEST_ID_LIST)
    .regex(/^[A-Za-z0-9_-]{1,64}(,[A-Za-z0-9_-]{1,64})*$/)
    .transform((text) => text.split(',') as Id[]);

/** Signs that no list, file name or page can show: control characters but tab and line ends, and half characters. */
// eslint-disable-next-line no-control-regex -- control characters are what is looked for
const UNWRITABLE = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f]/;

/** A text that somebody writes, in the one form in which it is kept (NFC). */
export const words = (longest: number) =>
  z
    .string()
    .refine((text) => text.isWellFormed() && !UNWRITABLE.test(text), 'It holds a sign that cannot be shown')
    .normalize('NFC')
    .max(longest, `At most ${longest.toLocaleString('en')} letters`);

/** Words of one line: names and titles stand in lists, file names and subjects of letters, where a line end begins something else. */
const singleLine = (longest: number) =>
  words(longest)
    .trim()
    .refine((text) => !/[\p{Cc}\u2028\u2029]/u.test(text), 'It must be one line, without tabs');

export const line = (longest: number = LONGEST_FIELD) => singleLine(longest).min(1, 'Write something here');

/** Words that may have several lines: what somebody says of work. */
export const paragraphs = (longest: number) => words(longest).trim().min(1, 'Write something here');

export const optionalLine = (longest: number = LONGEST_FIELD) => singleLine(longest).default('');

export const email = z
  .string()
  .trim()
  .refine(looksLikeEmail, 'This is not an e-mail address: it needs an @ and a dot behind it');

export const day = z.iso.date('Choose a day').transform((text) => text as Day);

/** A moment that was answered before, sent again. */
export const moment = z.iso.datetime({ precision: 3 }).transform((text) => text as Instant);

export const localTime = z
  .string()
  .refine(isLocalTime, 'Choose a day and a time')
  .transform((text) => text as LocalTime);

export const wholeNumber = (least: number, most: number) =>
  z.coerce
    .number('Write a number')
    .int('Write a whole number')
    .min(least, `At least ${least}`)
    .max(most, `At most ${most}`);

const scoring = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('none') }),
  z.object({ kind: z.literal('points'), most: wholeNumber(1, MOST_POINTS) }),
  z.object({
    kind: z.literal('rubric'),
    criteria: z
      .array(
        z.object({
          title: line(80),
          levels: z
            .array(
              z.object({
                title: line(40),
                points: wholeNumber(0, MOST_LEVEL_POINTS),
                says: optionalLine(300),
              }),
            )
            .min(FEWEST_LEVELS, 'A criterion needs at least two levels')
            .max(MOST_LEVELS),
        }),
      )
      .min(1, 'A rubric needs at least one criterion')
      .max(MOST_CRITERIA),
  }),
]);

const percent = wholeNumber(1, 100);

/** What being late takes off a score. */
const lateRule = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('none') }),
  z.object({ kind: z.literal('per day'), percent, most: percent }),
]);

/** A due time for each of some periods. */
export const periodDues = z
  .array(z.object({ periodId: id<PeriodId>(), dueLocal: localTime }))
  .max(HIGHEST_PERIOD + 1);

export const assignmentBody = z.object({
  title: line(),
  shortName: optionalLine(60),
  directions: words(LONGEST_DIRECTIONS).default(''),
  unit: optionalLine(60),
  dues: periodDues.refine(
    (dues) => new Set(dues.map((due) => due.periodId)).size === dues.length,
    'One due time for each period',
  ),
  graceMinutes: wholeNumber(0, LONGEST_GRACE).default(0),
  lateCounts: z.enum(lateCounts).default('when turned in'),
  /** Which attempt counts. */
  counting: z.enum(countings).default('last in time'),
  wants: z
    .object({
      forms: z.array(z.enum(forms)).max(forms.length).default([]),
      files: wholeNumber(1, MOST_FILES).nullable().default(null),
    })
    .default({ forms: [], files: null }),
  scoring: scoring.default({ kind: 'none' }),
  lateRule: lateRule.default(noLateRule),
  /** How much it counts beside others; null is as much as its points. */
  weight: wholeNumber(0, MOST_WEIGHT).nullable().default(null),
  /** What students may record; nothing where no kind is chosen. */
  recording: z
    .object({
      kinds: z.array(z.enum(recordingKinds)).max(recordingKinds.length).default([]),
      mostMinutes: wholeNumber(1, LONGEST_RECORDING).default(noRecording.mostMinutes),
    })
    .default({ kinds: [], mostMinutes: noRecording.mostMinutes }),
  /** The small groups that hand this in; none means everybody. */
  groupIds: z.array(id<GroupId>()).max(100).default([]),
  afterwards: z.enum(afterwards).default('own'),
  holds: z.boolean().default(false),
  /** What happens to names that do not follow; null is what the course says. */
  offRule: z.enum(offRules).nullable().default(null),
  tells: z.boolean().default(false),
  visible: z
    .discriminatedUnion('when', [
      z.object({ when: z.literal('draft') }),
      z.object({ when: z.literal('now') }),
      z.object({ when: z.literal('at'), local: localTime }),
    ])
    .default({ when: 'now' }),
});

/** The attempt that an act means: what its doer has looked at. */
export const attempt = z.number().int().min(1).max(10_000);

/** Of a course's record: whose, for what, and on which days of the school, both included. */
export const recordFilter = z.object({
  student: id<PersonId>().optional(),
  assignment: id<AssignmentId>().optional(),
  from: day.optional(),
  to: day.optional(),
});
