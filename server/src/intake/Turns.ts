/** Pieces of work done before others get their turn. */
const AT_ONCE = 8;

/**
 * Has many small pieces of work done a few at a time, with a turn of the loop between them: a class that sends at once keeps
 * no page waiting for all of its bytes.
 */
export class Turns {
  #waiting: (() => void)[] = [];
  #isRunning = false;

  take(work: () => void): void {
    this.#waiting.push(work);
    if (this.#isRunning) return;
    this.#isRunning = true;
    setImmediate(() => this.#run());
  }

  #run(): void {
    for (const work of this.#waiting.splice(0, AT_ONCE)) work();
    this.#isRunning = this.#waiting.length > 0;
    if (this.#isRunning) setImmediate(() => this.#run());
  }
}
