import { api } from '../state/api';

/** Who is signed in, on pages that only somebody signed in can reach. */
export function usePerson() {
  const person = api.useReadSessionQuery().data?.person;
  if (!person) throw new Error('this page is behind the sign-in');
  return person;
}

/** Whose order of letters the school's lists follow. */
export function useLanguage(): string {
  return api.useReadSessionQuery().data?.school.language ?? 'en';
}

/** The school's IANA time zone; every time on screen is in it. */
export function useZone(): string {
  return api.useReadSessionQuery().data?.school.timeZone ?? 'UTC';
}
