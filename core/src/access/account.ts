import { reaches, type Access } from './decide';

/** What decides who may keep a student's account. */
export interface AccountFacts {
  /** Whether the list of this very course brought the student into the school. */
  broughtHere: boolean;
  /** Whether they are or were in another course too. */
  isElsewhere: boolean;
  hasPassword: boolean;
}

/** As what somebody would change a student: the office, or the staff that runs the course. */
export const keepers = ['office', 'staff', 'nobody'] as const;
export type Keeper = (typeof keepers)[number];

/** As what somebody with this access to a course would change a student of it. */
export function keeperOf({ level, because }: Access): Keeper {
  if (because.kind === 'standing' && because.standing === 'office') return 'office';
  return because.kind === 'staff' && reaches(level, 'run') ? 'staff' : 'nobody';
}

/**
 * Whether somebody may change how a student signs in and is known (address, username, number) and give out one-time links:
 * the office, and the staff that runs the course which brought the student, as long as no other course has them and they
 * have no password. An account that somebody uses is nobody's to take.
 */
export function mayKeepAccount(keeper: Keeper, facts: AccountFacts): boolean {
  if (keeper === 'office') return true;
  return keeper === 'staff' && facts.broughtHere && !facts.isElsewhere && !facts.hasPassword;
}

/** Whether somebody may change a student's name, which is their name in every course. */
export function mayRename(keeper: Keeper, facts: Pick<AccountFacts, 'isElsewhere'>): boolean {
  return keeper === 'office' || (keeper === 'staff' && !facts.isElsewhere);
}

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
