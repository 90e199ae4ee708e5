import type { CourseId, PersonId } from '@vestibul/core';
import { CourseNaming, listNameables, renameByHand, type NamedStudent, type School } from '@vestibul/server';

const ordinals = 'zeroth first second third fourth fifth sixth seventh'.split(' ');

/** The ways in which students name a folder when nobody checks (invented after common practice). */
const ways: readonly ((student: NamedStudent) => string)[] = [
  ({ period, last, first }) => `${period}-${last}_${first}`,
  ({ period, last, first }) => `0${period}-${last.toLowerCase()}_${first.toLowerCase()}`,
  ({ period, last, first }) => `${ordinals[period]} hour ${last} ${first}`,
  ({ period, last, first }) => `0${period}-${first}_${last}`,
  ({ first }) => `${first}'s turn in folder`,
  ({ period, last, first }) => `0${period} ${last} ${first}`,
  ({ last, first }) => `${last}_${first}`,
  ({ period, last, first }) => `Copy of 0${period}-${last}_${first}`,
];

/** Every so many folders of these periods kept the name that its student once gave it: something for the check to find. */
const EVERY = 4;
const PERIODS = new Set([4, 5, 7]);

/** Gives some turn-in folders the names that their students chose, as they would be in a course that was taken over. */
export function keepLooseNames(school: School, by: PersonId, course: CourseId): void {
  const naming = new CourseNaming(school, course);
  const taken = new Set<string>();
  listNameables(school, naming, 'folder')
    .filter(({ student }) => PERIODS.has(student.period) && student.first !== '')
    .filter((_, i) => i % EVERY === 1)
    .forEach((folder, i) => {
      const name = ways[i % ways.length]!(folder.student);
      if (name === folder.name || taken.has(name)) return;
      taken.add(name);
      renameByHand(school, by, 'folder', folder, name);
    });
}
