import type { PersonId } from '../ids';

/** What somebody is to the thing a request is about. One person has exactly one of these for one thing. */
export const roles = ['nobody', 'outsider', 'student', 'co-teacher', 'teacher', 'office'] as const;
export type Role = (typeof roles)[number];

/** What somebody is in the school, whatever the course. */
export const standings = ['student', 'teacher', 'office'] as const;
export type Standing = (typeof standings)[number];

export const courseStaffRoles = ['teacher', 'co-teacher'] as const;
export type CourseStaffRole = (typeof courseStaffRoles)[number];

/** The facts about one course, or one thing in it, that decide who may do what. */
export interface AccessFacts {
  staff: CourseStaffRole | null;
  enrolled: boolean;
  /** The student whose thing it is; null for what belongs to the whole course. */
  ofStudent: PersonId | null;
}

/**
 * The role of a person towards a course or a thing in it.
 * A student is `student` only towards their own things and what belongs to all; towards another's they are `outsider`.
 */
export function roleTowards(person: { id: PersonId; standing: Standing } | null, facts: AccessFacts): Role {
  if (!person) return 'nobody';
  if (facts.staff) return facts.staff;
  if (person.standing === 'office') return 'office';
  if (facts.enrolled && (facts.ofStudent === null || facts.ofStudent === person.id)) return 'student';
  return 'outsider';
}
