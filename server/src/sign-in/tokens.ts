import { createHash, randomBytes } from 'node:crypto';

/** A secret that nobody guesses: 256 random bits, for a cookie or a link. */
export const newToken = (): string => randomBytes(32).toString('base64url');

/** What is kept of a secret, so that who reads the database cannot use it. */
export const hashOf = (secret: string): string => createHash('sha256').update(secret).digest('hex');
