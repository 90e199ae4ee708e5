import { z } from 'zod';
import { type TermId, isLanguage } from '@vestibul/core';
import { day, id, line } from '../parts/bodies';

const termBody = z.object({
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

export const schoolBody = z.object({
  name: line(),
  language: z.string().refine(isLanguage, 'Choose a language'),
});
