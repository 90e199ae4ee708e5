import { z } from 'zod';
import { HIGHEST_PERIOD, LONGEST_CYCLE, type YearId } from '@vestibul/core';
import { day, id, line, optionalLine, wholeNumber } from '../parts/bodies';
import { ENAMELS } from '../parts/limits';

const clockTime = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'Write a time, such as 09:15');

/** When a period meets: on days of the week, or as a block on days of a cycle. */
const meetings = z.discriminatedUnion('kind', [
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

export const courseWords = z.object({ title: line(80), code: optionalLine(20) });

export const courseBody = courseWords.extend({
  yearId: id<YearId>(),
  periods: z
    .array(periodBody)
    .min(1, 'A course needs at least one period')
    .max(HIGHEST_PERIOD + 1),
});

export const staffRole = z.enum(['co-teacher', 'aide']);
