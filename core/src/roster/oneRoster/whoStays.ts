import type { CourseId, PersonId } from '../../ids';
import { NameIndex, plainName } from '../areAlike';
import type { RowOf } from './columns';
import { personOf, type PlannedPerson } from './matchPeople';
import type { PeopleByThings } from './PeopleByThings';
import type { SchoolLists } from './comparePackage';
import type { LeftOut, RosterPackage } from './readPackage';

/**
 * Whom rows that were left out may mean: nobody leaves because a row about them could not be read. Of a row that names
 * somebody it is them; of one that names nobody known it is everybody in the course it names, and where it names neither,
 * everybody.
 */
export function whoStays(
  lists: RosterPackage,
  leftOut: LeftOut,
  school: SchoolLists,
  people: readonly PlannedPerson[],
  things: PeopleByThings,
  /** The course here that a class is a period of. */
  courseOf: (classId: string) => CourseId | null,
): (courseId: CourseId, student: PersonId) => boolean {
  const users = new Map(lists.users.map((row): [string, RowOf<'users'>] => [row.sourcedId, row]));
  const planned = new Map(people.map((person) => [person.outerId, person]));
  const names = new NameIndex(leftOut.users.length + leftOut.enrollments.length > 0 ? school.people : []);
  const persons = new Set<PersonId>();
  const courses = new Set<CourseId>();
  const seats = new Set<string>();
  let isEverybody = false;

  /** Whom a user may be who is nobody surely: told by anything that agrees, and by the name alone where nothing else does. */
  const like = (row: RowOf<'users'>): PersonId[] => {
    const person = personOf(row);
    const told = things.told(row.sourcedId, person);
    const them = told.length > 0 || person.last === '' ? told : names.alike(plainName(person), () => true);
    return them.map(({ id }) => id);
  };
  /** Whom a user may be: as it was planned, as somebody here by its id, or by what its row says. */
  const meant = (user: string): PersonId[] => {
    const person = planned.get(user);
    const known = person?.known ?? things.byOuter(user)?.id;
    const row = users.get(user);
    if (known || person) return [...(known ? [known] : []), ...(person?.candidates ?? [])];
    return row ? like(row) : [];
  };
  const unread = new Set<string>(leftOut.users.map((row) => row.sourcedId).filter(Boolean));
  for (const row of leftOut.users) {
    const { last, email, number } = personOf(row);
    if (last === '' && !email && !number && !row.sourcedId) isEverybody = true;
    for (const id of like(row)) persons.add(id);
  }
  for (const row of leftOut.enrollments) {
    if (isStaffRole(row.role)) continue;
    const course = row.classSourcedId ? courseOf(row.classSourcedId) : null;
    const who = meant(row.userSourcedId);
    if (who.length > 0)
      for (const id of who) {
        if (course) seats.add(`${course} ${id}`);
        else persons.add(id);
      }
    // Whoever was left out as a user is told there.
    else if (unread.has(row.userSourcedId) || users.has(row.userSourcedId)) continue;
    else if (course) courses.add(course);
    else isEverybody = true;
  }
  for (const row of leftOut.classes) {
    const course = row.sourcedId ? courseOf(row.sourcedId) : null;
    if (course) courses.add(course);
  }
  return (courseId, student) =>
    isEverybody || persons.has(student) || courses.has(courseId) || seats.has(`${courseId} ${student}`);
}

const isStaffRole = (role: string) => ['administrator', 'proctor', 'teacher', 'aide'].includes(role);
