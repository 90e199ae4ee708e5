import { plainAccount, type Evidence } from './besideName';

/** From so many people on whose work an account stands in, it tells little of whose a piece is. */
const SEVERAL = 2;

/**
 * Learns which accounts stand in the work of several people: a computer room, a parent of two, whoever made the template.
 * Only what is told without accounts teaches it.
 */
export class AccountTally {
  readonly #people = new Map<string, Set<string>>();
  readonly #shared = new Set<string>();

  /** Those that stand in the work of several people; grows as pieces are added. */
  get shared(): ReadonlySet<string> {
    return this.#shared;
  }

  /** Takes in that a piece is of these people, told without its accounts. */
  add(evidence: readonly Evidence[], people: readonly string[]): void {
    for (const account of accountsIn(evidence)) {
      const known = this.#people.get(account) ?? new Set();
      this.#people.set(account, known);
      for (const one of people) known.add(one);
      if (known.size >= SEVERAL) this.#shared.add(account);
    }
  }
}

/** The accounts that a piece names. */
function accountsIn(evidence: readonly Evidence[]): string[] {
  return evidence.flatMap((one) =>
    one.kind === 'author' || one.kind === 'changed by' ? [plainAccount(one.text)] : [],
  );
}

/** What is known of a piece but for the accounts it names. */
export function withoutAccounts<Person extends string, Work extends string>(
  evidence: readonly Evidence<Person, Work>[],
): Evidence<Person, Work>[] {
  return evidence.filter(({ kind }) => kind !== 'author' && kind !== 'changed by');
}
