import { z } from 'zod';
import {
  nameSubjects,
  HIGHEST_PERIOD,
  LONGEST_CYCLE,
  LONGEST_FIELD,
  LONGEST_GRACE,
  LONGEST_RECORDING,
  afterwards,
  countings,
  forms,
  isLanguage,
  isLocalTime,
  lateCounts,
  looksLikeEmail,
  noRecording,
  offRules,
  recordingKinds,
  type AssignmentId,
  type Day,
  type GroupId,
  type LocalTime,
  type PeriodId,
  type PersonId,
  type TermId,
  type YearId,
  type SubmissionId,
} from '@vestibul/core';
import {
  ENAMELS,
  FEWEST_LEVELS,
  LONGEST_DIRECTIONS,
  MOST_CRITERIA,
  MOST_FILES,
  MOST_NAMES,
  MOST_LEVELS,
  MOST_LEVEL_POINTS,
  MOST_POINTS,
  SHORTEST_PASSWORD,
} from './limits';

/** An opaque id as it comes over the wire. */
export const id = <Id extends string>() =>
  z
    .string()
    .regex(/^[A-Za-z0-9_-]{1,64}$/)
    .transform((text) => text as Id);

/** Signs that no list, file name or page can show: control characters but tab and line ends, and half characters. */
// eslint-disable-next-line no-control-regex -- control characters are what is looked for
export const UNWRITABLE = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f]/;

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
export const optionalLine = (longest: number = LONGEST_FIELD) => singleLine(longest).default('');
export const email = z
  .string()
  .trim()
  .refine(looksLikeEmail, 'This is not an e-mail address: it needs an @ and a dot behind it');
export const password = z
  .string()
  .min(SHORTEST_PASSWORD, `At least ${SHORTEST_PASSWORD} letters or signs`)
  .max(200, 'At most 200 letters or signs');
export const day = z.iso.date('Choose a day').transform((text) => text as Day);
export const localTime = z
  .string()
  .refine(isLocalTime, 'Choose a day and a time')
  .transform((text) => text as LocalTime);
export const clockTime = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'Write a time, such as 09:15');
export const wholeNumber = (least: number, most: number) =>
  z.coerce
    .number('Write a number')
    .int('Write a whole number')
    .min(least, `At least ${least}`)
    .max(most, `At most ${most}`);

/** When a period meets: on days of the week, or as a block on days of a cycle. */
export const meetings = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('weekly'),
    times: z
      .array(z.object({ weekday: wholeNumber(1, 7), from: clockTime, to: clockTime }))
      .min(1, 'Choose at least one day')
      .max(20),
  }),
  z.object({
    kind: z.literal('cycle'),
    length: wholeNumber(2, LONGEST_CYCLE),
    days: z
      .array(wholeNumber(1, LONGEST_CYCLE))
      .min(1, 'Choose at least one day of the cycle')
      .max(LONGEST_CYCLE),
    firstDay: day,
    from: clockTime,
    to: clockTime,
  }),
]);

export const periodBody = z.object({
  number: z.coerce
    .number('Write a number')
    .int('Write a whole number')
    .min(0, 'Write a number from 0')
    .max(HIGHEST_PERIOD, `At most ${HIGHEST_PERIOD}`),
  label: optionalLine(40),
  /** Null takes the next colour. */
  enamel: z.number().int().min(1).max(ENAMELS).nullable().default(null),
  meetings: meetings.nullable().default(null),
});

export const personWords = z.object({
  last: line(),
  first: optionalLine(),
  called: optionalLine(),
  email: z.union([z.literal(''), email]).default(''),
  username: optionalLine(),
  number: optionalLine(),
});

export const joiningPerson = personWords.extend({
  periodId: id<PeriodId>(),
  /** The person of the school whom this row means; null makes a new one. */
  knownId: id<PersonId>().nullable().default(null),
  /** Of somebody known: whether they take the name that the list says. */
  newName: z.boolean().default(false),
});

/** What a teacher asks the office for: a change of an account, or (null) a one-time link; of one student, or of all who have no password. */
export const askOfficeBody = z
  .object({ studentId: id<PersonId>().nullable(), wish: personWords.nullable().default(null) })
  .refine(({ studentId, wish }) => studentId !== null || wish === null, { path: ['wish'] });

export const changedStudent = personWords.extend({ periodId: id<PeriodId>() });

export const scoring = z.discriminatedUnion('kind', [
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

/** Which names to change: by a new rule or the one in force, all that differ or these alone. */
export const renamingBody = z.object({
  subject: z.enum(nameSubjects),
  rule: words(300).nullable().default(null),
  ids: z.array(id<string>()).min(1).max(MOST_NAMES).nullable().default(null),
});

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

export const signInBody = z.object({
  /** Their e-mail address, account or number. */
  signInName: line(254),
  password: z.string().min(1, 'Write your password').max(200),
});
/** The attempt that an act means: what its doer has looked at. */
export const attempt = z.number().int().min(1).max(10_000);
/** The attempts of several submissions that an act means. */
export const works = z
  .array(z.object({ submissionId: id<SubmissionId>(), attempt }))
  .min(1)
  .max(200);

/** Whether what is in already is late by the times that hold from now on. */
export const alsoTurnedIn = z.boolean().default(true);

/** Of a course's record: whose, for what, and on which days of the school, both included. */
export const recordFilter = z.object({
  student: id<PersonId>().optional(),
  assignment: id<AssignmentId>().optional(),
  from: day.optional(),
  to: day.optional(),
});
export const slipsBody = z.object({
  /** None is all of the course. */
  periodIds: z
    .array(id<PeriodId>())
    .max(HIGHEST_PERIOD + 1)
    .default([]),
});
export const termBody = z.object({
  id: id<TermId>().nullable().default(null),
  name: line(40),
  startsOn: day,
  endsOn: day,
});
export const yearBody = z
  .object({ label: line(40), startsOn: day, endsOn: day, terms: z.array(termBody).max(12).default([]) })
  .refine((year) => year.startsOn < year.endsOn, {
    path: ['endsOn'],
    message: 'The year must end after it starts',
  })
  .refine(
    (year) =>
      year.terms.every(
        (term) =>
          term.startsOn <= term.endsOn && term.startsOn >= year.startsOn && term.endsOn <= year.endsOn,
      ),
    { path: ['terms'], message: 'Each term must lie inside the year and end after it starts' },
  );
export const courseWords = z.object({ title: line(80), code: optionalLine(20) });
export const courseBody = courseWords.extend({
  yearId: id<YearId>(),
  periods: z
    .array(periodBody)
    .min(1, 'A course needs at least one period')
    .max(HIGHEST_PERIOD + 1),
});
export const personBody = z.object({
  last: line(),
  first: optionalLine(),
  email,
  standing: z.enum(['teacher', 'office']),
});
export const welcomeBody = z.object({
  password,
  /** Only the first office account of a new school sends these. */
  first: z
    .object({ last: line(), first: optionalLine(), email, schoolName: line(), timeZone: line(64) })
    .optional(),
});
export const schoolBody = z.object({
  name: line(),
  language: z.string().refine(isLanguage, 'Choose a language'),
});
export const staffRole = z.enum(['co-teacher', 'aide']);
export const commentBody = z.object({ text: line(4000) });

/** A side door: what it opens, for whom, and when. */
export const doorBody = z
  .object({
    /** Null opens the whole course: the guest says what it is for. */
    assignmentId: id<AssignmentId>().nullable().default(null),
    /** Domains whose addresses it is for, each confirmed by a code; none is anyone. */
    domains: z
      .array(
        z
          .string()
          .trim()
          .toLowerCase()
          .regex(/^[a-z0-9-]+(\.[a-z0-9-]+)+$/, 'Write a domain, such as school.example'),
      )
      .max(10)
      .default([]),
    note: optionalLine(500),
    opensLocal: localTime.nullable().default(null),
    closesLocal: localTime.nullable().default(null),
  })
  .refine(({ opensLocal, closesLocal }) => !opensLocal || !closesLocal || opensLocal < closesLocal, {
    path: ['closesLocal'],
    message: 'It must close after it opens',
  });
