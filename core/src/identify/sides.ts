import type { Claim, Side } from './identification';

/** What speaks for each of those whom the name and other things say, in the order in which they are said. */
export function sidesOf<Person extends string>(
  nameSays: readonly Person[],
  claims: readonly Claim<Person>[],
): Side<Person>[] {
  const sides = new Map<Person | null, Set<string>>();
  const add = (student: Person | null, says: string) =>
    sides.set(student, (sides.get(student) ?? new Set()).add(says));
  for (const student of nameSays) add(student, 'The name of the file says so.');
  for (const { who, says, speaksFor = who } of claims)
    for (const student of speaksFor.length > 0 ? speaksFor : [null]) add(student, says);
  return [...sides].map(([student, says]) => ({ student, says: [...says] }));
}
