import { createHash } from 'node:crypto';

/** Keys that are counted at a time; the oldest make room for new ones. */
const MOST_KEYS = 50_000;

/**
 * Counts what happened under a key within a span of time. Keys are kept as hashes of one length and the number of them is
 * bounded, so that whoever makes them up fills no memory.
 */
export class Tally {
  readonly #counts = new Map<string, { count: number; until: number }>();

  constructor(
    /** In milliseconds: how long something counts from the first of its kind on. */
    private readonly span: number,
    private readonly now: () => number = Date.now,
  ) {}

  count(key: string): number {
    const known = this.#counts.get(digest(key));
    return known && known.until > this.now() ? known.count : 0;
  }

  add(key: string): void {
    const hashed = digest(key);
    const before = this.#counts.get(hashed);
    const isOld = before === undefined || before.until <= this.now();
    this.#counts.delete(hashed);
    this.#counts.set(
      hashed,
      isOld ? { count: 1, until: this.now() + this.span } : { ...before, count: before.count + 1 },
    );
    if (this.#counts.size > MOST_KEYS) this.#counts.delete(this.#counts.keys().next().value!);
  }

  forget(key: string): void {
    this.#counts.delete(digest(key));
  }

  get size(): number {
    return this.#counts.size;
  }
}

const digest = (key: string) => createHash('sha256').update(key).digest('base64url').slice(0, 22);
