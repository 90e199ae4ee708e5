import { ipKeyGenerator } from 'express-rate-limit';
import { nameKey } from '@vestibul/core';
import { Failure } from '../platform/failure';
import { Tally } from './Tally';

const MINUTE = 60_000;
const SPAN = 15 * MINUTE;
/** How many times as many failed sign-ins one account may have from all places, and one place for all accounts, as one account from one place. */
const ACCOUNT_FACTOR = 5;
const PLACE_FACTOR = 20;

/** Where a request comes from: an IPv4 address, or the /64 of an IPv6 address, which is what one caller is given (RFC 6177). */
export const placeOf = (ip: string | undefined): string => ipKeyGenerator(ip ?? '', 64);

/** Wrong one-time codes from one place, and from everywhere, within the span: a computer room that mistypes, not who tries 2^50. */
const MOST_CODES_OF_PLACE = 200;
const MOST_CODES = 5000;

interface Attempt {
  /** Whose account is tried, or the name that was typed where it is nobody's. */
  account: string;
  place: string;
  /** Whether this browser has signed in to this very account before. */
  isKnownDevice: boolean;
}

/**
 * Limits wrong guesses of passwords: a few for one account from one place, some more for one account from everywhere, many
 * from one place. Whoever guesses is stopped and the account that is guessed is; a browser that has signed in to the account
 * before is held to the first of these alone, so that nobody is locked out by others.
 */
export class Guessing {
  readonly #wrong: Tally;

  constructor(
    private readonly most: number,
    now: () => number = Date.now,
  ) {
    this.#wrong = new Tally(SPAN, now);
  }

  /** Fails with `too-many-attempts` where no more is tried for now. */
  require(attempt: Attempt): void {
    for (const { key, most } of this.#limits(attempt))
      if (this.#wrong.count(key) >= most) throw new Failure('too-many-attempts', { minutes: SPAN / MINUTE });
  }

  failed(attempt: Attempt): void {
    for (const { key } of this.#limits(attempt)) this.#wrong.add(key);
  }

  /** The right password: what was tried before from here for this account was its owner's. */
  passed(attempt: Attempt): void {
    this.#wrong.forget(this.#limits(attempt)[0]!.key);
  }

  /** Fails with `too-many-attempts` where no more codes are tried from a place, or from anywhere, for now. */
  requireCode(place: string): void {
    if (this.#wrong.count(`code ${place}`) >= MOST_CODES_OF_PLACE || this.#wrong.count('code') >= MOST_CODES)
      throw new Failure('too-many-attempts', { minutes: SPAN / MINUTE });
  }

  failedCode(place: string): void {
    this.#wrong.add(`code ${place}`);
    this.#wrong.add('code');
  }

  #limits({ account: tried, place, isKnownDevice }: Attempt): { key: string; most: number }[] {
    const account = nameKey(tried.trim());
    const own = {
      key: `${isKnownDevice ? 'device' : 'place'} ${place} ${account}`,
      most: this.most,
    };
    if (isKnownDevice) return [own];
    return [
      own,
      { key: `account ${account}`, most: this.most * ACCOUNT_FACTOR },
      { key: `from ${place}`, most: this.most * PLACE_FACTOR },
    ];
  }
}
