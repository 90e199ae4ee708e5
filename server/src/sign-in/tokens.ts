import { createHash, randomBytes } from 'node:crypto';
import { makeSlipCode } from '@vestibul/core';

/** A secret that nobody guesses: 256 random bits, for a cookie or a link. */
export const newToken = (): string => randomBytes(32).toString('base64url');

/** The code of a sign-in slip, which is typed from paper: 50 random bits, of which few wrong ones are taken. */
export const newSlipCode = (): string => makeSlipCode(randomBytes(10));

/** What is kept of a secret, so that who reads the database cannot use it. */
export const hashOf = (secret: string): string => createHash('sha256').update(secret).digest('hex');
