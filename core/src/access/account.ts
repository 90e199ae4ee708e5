import type { Role } from './roles';

/** What decides who may keep a student's account. */
export interface AccountFacts {
  /** Whether the list of this very course brought the student into the school. */
  broughtHere: boolean;
  /** Whether they are or were in another course too. */
  isElsewhere: boolean;
  hasPassword: boolean;
}

/**
 * Whether somebody may change how a student signs in and is known (address, username, number) and give out one-time links:
 * the office, and the staff that runs the course which brought the student, as long as no other course has them and they
 * have no password. An account that somebody uses is nobody's to take.
 */
export function mayKeepAccount(role: Role, facts: AccountFacts): boolean {
  if (role === 'office') return true;
  return runsCourse(role) && facts.broughtHere && !facts.isElsewhere && !facts.hasPassword;
}

/** Whether somebody may change a student's name, which is their name in every course. */
export function mayRename(role: Role, facts: Pick<AccountFacts, 'isElsewhere'>): boolean {
  return role === 'office' || (runsCourse(role) && !facts.isElsewhere);
}

const runsCourse = (role: Role) => role === 'teacher' || role === 'co-teacher';

/** What others can have done to somebody's account, that is told to its owner. */
export const accountNews = [
  'address changed',
  'link made',
  'password set',
  'signed out',
  'closed',
  'opened',
] as const;
export type AccountNews = (typeof accountNews)[number];
