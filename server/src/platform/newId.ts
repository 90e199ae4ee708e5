import { randomBytes } from 'node:crypto';

/** A new opaque id: 96 random bits behind a letter or two that say what it names. */
export function newId<Id extends string>(prefix: string): Id {
  return `${prefix}_${randomBytes(12).toString('base64url')}` as Id;
}
