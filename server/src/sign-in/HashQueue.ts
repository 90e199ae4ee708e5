import { Failure } from '../platform/failure';

/** Passwords hashed at the same time: each takes 19 MiB and a core for some hundredths of a second. */
const AT_ONCE = 1;
/** Passwords that wait to be hashed, of one caller (a whole school may come from one place at eight o'clock) and of all. */
const MOST_OF_CALLER = 200;
const MOST = 600;

/**
 * Hashes passwords a few at a time, the callers in turn, so that somebody who sends hundreds keeps neither requests nor
 * other people's signing in waiting. Fails with `too-many-attempts` where a caller has too many in it.
 */
export class HashQueue {
  /** What waits of each caller, in the order in which their turn comes. */
  readonly #waiting = new Map<string, (() => void)[]>();
  #count = 0;
  #running = 0;

  async run<Result>(caller: string, work: () => Promise<Result>): Promise<Result> {
    await this.#turn(caller);
    try {
      return await work();
    } finally {
      this.#running -= 1;
      this.#next();
    }
  }

  #turn(caller: string): Promise<void> {
    const mine = this.#waiting.get(caller) ?? [];
    if (this.#count >= MOST || mine.length >= MOST_OF_CALLER)
      throw new Failure('too-many-attempts', { minutes: 1 });
    return new Promise((resolve) => {
      mine.push(resolve);
      this.#waiting.set(caller, mine);
      this.#count += 1;
      this.#next();
    });
  }

  #next(): void {
    if (this.#running >= AT_ONCE) return;
    const [first] = this.#waiting;
    if (!first) return;
    const [caller, [begin, ...rest]] = first;
    this.#waiting.delete(caller);
    // Behind the others, so that each caller has a turn before this one has another.
    if (rest.length > 0) this.#waiting.set(caller, rest);
    this.#count -= 1;
    this.#running += 1;
    begin!();
  }
}
