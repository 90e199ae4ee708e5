import type { NameValues } from '../naming/writeName';
import { plainWords } from '../text/plainWords';

/**
 * Finds whether a student has the last name of somebody among others: at home a computer is signed in by a sibling, so of several
 * whom a first name may mean the sibling of its account comes first to mind.
 */
export function makeFamilyFinder<Person extends string>(
  students: readonly { id: Person; values: NameValues }[],
): (id: Person, others: Iterable<Person>) => boolean {
  const lastOf = new Map(students.map(({ id, values }) => [id, plainWords(String(values.last ?? ''))]));
  return (id, others) =>
    [...others].some(
      (other) => other !== id && lastOf.get(other) !== undefined && lastOf.get(other) === lastOf.get(id),
    );
}
