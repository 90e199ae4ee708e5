import type { PersonId } from '../ids';

/** What somebody is to the thing a request is about; a guest is somebody without an account who came by a side door. One person has exactly one of these for one thing. */
export const roles = [
  'nobody',
  'guest',
  'outsider',
  'classmate',
  'student',
  'aide',
  'co-teacher',
  'teacher',
  'office',
] as const;
export type Role = (typeof roles)[number];

/** What somebody is in the school, whatever the course. */
export const standings = ['student', 'teacher', 'office'] as const;
export type Standing = (typeof standings)[number];

/**
 * On a course's staff: its teacher, co-teachers (all that the teacher can, except giving the course away and naming other
 * co-teachers), aides (see and comment).
 */
export const courseStaffRoles = ['teacher', 'co-teacher', 'aide'] as const;
export type CourseStaffRole = (typeof courseStaffRoles)[number];

/** Whether somebody may put others on a course's staff in a role, or take them out of it: aides are the co-teachers' too. */
export function mayNameStaff(role: Role, as: CourseStaffRole): boolean {
  return role === 'office' || role === 'teacher' || (role === 'co-teacher' && as === 'aide');
}

/** The facts about one course, or one thing in it, that decide who may do what. */
export interface AccessFacts {
  staff: CourseStaffRole | null;
  /** Whether they are or were on the roster: who has left keeps what is theirs. */
  enrolled: boolean;
  /** The student whose thing it is; null for what belongs to the whole course. */
  ofStudent: PersonId | null;
  /** Whether the thing is shown to the rest of its student's period. */
  shared: boolean;
}

/**
 * The role of a person towards a course or a thing in it. A student is `student` only towards their own things and
 * what belongs to all; towards another's they are `classmate` where it is shared with their period, else `outsider`.
 */
export function roleTowards(person: { id: PersonId; standing: Standing } | null, facts: AccessFacts): Role {
  if (!person) return 'nobody';
  if (facts.staff) return facts.staff;
  if (person.standing === 'office') return 'office';
  if (!facts.enrolled) return 'outsider';
  if (facts.ofStudent === null || facts.ofStudent === person.id) return 'student';
  return facts.shared ? 'classmate' : 'outsider';
}

/** What students see of an assignment's pieces once they are in: none, their own, or those of their whole period. */
export const afterwards = ['nothing', 'own', 'period'] as const;
export type Afterwards = (typeof afterwards)[number];

/**
 * Whether a student of the same period may see somebody's piece: the assignment shows all, the piece is not held, and
 * whoever looks has turned something in themselves.
 */
export function isShared(facts: {
  afterwards: Afterwards;
  held: boolean;
  samePeriod: boolean;
  viewerHasTurnedIn: boolean;
}): boolean {
  return facts.afterwards === 'period' && !facts.held && facts.samePeriod && facts.viewerHasTurnedIn;
}
