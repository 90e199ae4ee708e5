/** Why a file cannot be shown, as far as it tells itself: locked by a password, damaged, more of it than a page holds, or no end to it. */
export type WhyUnreadable = 'password' | 'damaged' | 'long' | 'slow';

/** Thrown by what reads a file, where it can tell why it cannot. */
export class Unreadable extends Error {
  readonly why: WhyUnreadable;

  constructor(why: WhyUnreadable) {
    super(why);
    this.why = why;
  }
}

/** Why something could not be read, by what was thrown; what nobody foresaw is damage. */
export const whyOf = (thrown: unknown): WhyUnreadable =>
  thrown instanceof Unreadable ? thrown.why : 'damaged';
