import type { PersonName } from '../school/people';

/** How a student reads a teacher's name: initial and last name. */
export function signature({ first, last }: Pick<PersonName, 'first' | 'last'>): string {
  return first ? `${[...first][0]}. ${last}` : last;
}
