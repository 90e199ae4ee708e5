import { createContext, useContext } from 'react';
import type { AnswerOf } from '@vestibul/contract';
import { api } from '../../state/api';

export type Person = NonNullable<AnswerOf<'readSession'>['person']>;

/**
 * Who is signed in, given down from where the pages are chosen: read from the store by each page, somebody who signs out
 * could be gone from a page that still stands.
 */
export const PersonContext = createContext<Person | null>(null);

/** Who is signed in, on pages that only somebody signed in can reach. */
export function usePerson(): Person {
  const person = useContext(PersonContext);
  if (!person) throw new Error('this page is behind the sign-in');
  return person;
}

/** Whose order of letters the school's lists follow. */
export function useLanguage(): string {
  return api.useReadSessionQuery().data?.school.language ?? 'en';
}

export function useSchoolName(): string {
  return api.useReadSessionQuery().data?.school.name ?? '';
}

/** The school's IANA time zone; every time on screen is in it. */
export function useZone(): string {
  return api.useReadSessionQuery().data?.school.timeZone ?? 'UTC';
}
