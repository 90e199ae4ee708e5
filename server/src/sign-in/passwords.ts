import { hash, verify } from '@node-rs/argon2';

/** argon2id with the parameters of the OWASP Password Storage Cheat Sheet: 19 MiB, 2 passes, 1 lane. */
const options = { memoryCost: 19 * 1024, timeCost: 2, parallelism: 1 } as const;

export function hashPassword(password: string): Promise<string> {
  return hash(password.normalize('NFC'), options);
}

let nobodysHash: Promise<string> | undefined;

/**
 * Whether a password belongs to a hash. Without a hash (no such person, or no password yet) the same work is done
 * and the answer is no, so that the time it takes does not tell who has an account.
 */
export async function isPassword(password: string, stored: string | null): Promise<boolean> {
  nobodysHash ??= hashPassword('nobody has this password');
  const fits = await verify(stored ?? (await nobodysHash), password.normalize('NFC'));
  return fits && stored !== null;
}
