import { setTimeout } from 'node:timers/promises';
import { Tally } from './Tally';

/** What is refused to strangers of one place within the span is said at once that many times: a class comes from one place. */
export const REFUSALS_AT_ONCE = 100;
const SPAN_MS = 10_000;
/** How long each refusal after those is kept back, in milliseconds: no person notices, a flood becomes a trickle. */
const KEPT_BACK_MS = 250;
/** Refusals kept back at a time; more are answered at once, since keeping them costs too. */
const MOST_WAITING = 500;

/**
 * Keeps back the refusals of a place that gets one after the other and has nobody signed in: whoever tries around at full
 * speed waits for the answers, and those who are signed in do not wait for whoever tries around.
 */
export class Refusals {
  readonly #refused: Tally;
  #waiting = 0;

  constructor(
    private readonly atOnce: number,
    now: () => number = Date.now,
    private readonly wait: (ms: number) => Promise<unknown> = (ms) => setTimeout(ms),
  ) {
    this.#refused = new Tally(SPAN_MS, now);
  }

  /** Counts one and comes back when it may be said. */
  async turn(place: string): Promise<void> {
    this.#refused.add(place);
    if (this.#refused.count(place) <= this.atOnce || this.#waiting >= MOST_WAITING) return;
    this.#waiting += 1;
    await this.wait(KEPT_BACK_MS);
    this.#waiting -= 1;
  }
}
