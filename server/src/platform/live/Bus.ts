import { randomBytes } from 'node:crypto';
import { EventEmitter } from 'node:events';
import type { LiveNotice } from '@vestibul/contract';
import type { CourseId, PersonId } from '@vestibul/core';

/** Whom a notice is for: the staff of a course, the students in it, or one person. */
export type Audience = { staffOf: CourseId } | { classOf: CourseId } | { person: PersonId };

type OfSlot = Extract<LiveNotice, { kind: 'slot' }>;
/** A notice before it is known who reads it: what is in a slot is read for each of them, for what is new is each one's own. */
export type Notice = Exclude<LiveNotice, OfSlot> | Omit<OfSlot, 'slot'>;

export interface Told {
  audience: Audience;
  notice: Notice;
}

/** Notices without a line on the ledger that are kept for pages that come back. */
const MOST_KEPT = 2000;

/**
 * Hands notices from the part of the server where something happened to the open streams. How far a page has heard is told
 * by a mark: the ledger's last line, and, of what has no line, how many of this start of the server.
 */
export class Bus {
  readonly #emitter = new EventEmitter();
  readonly #start = randomBytes(4).toString('hex');
  readonly #kept: Told[] = [];
  #unwritten = 0;
  /** The last line of the ledger that was told of. */
  line = -1;

  constructor() {
    // One listener for every open page; there is no number of them that would be a leak.
    this.#emitter.setMaxListeners(0);
  }

  /** Tells of what has no line on the ledger. */
  tell(audience: Audience, notice: Notice): void {
    this.#unwritten += 1;
    this.#kept.push({ audience, notice });
    if (this.#kept.length > MOST_KEPT) this.#kept.shift();
    this.#emitter.emit('notice', { audience, notice });
  }

  /** Tells of what lines of the ledger have made old; who missed it finds it there again. */
  tellOfLines(told: readonly Told[]): void {
    for (const one of told) this.#emitter.emit('notice', one);
  }

  /** Calls back for every notice from now on; the answer ends that. */
  listen(hear: (told: Told) => void): () => void {
    this.#emitter.on('notice', hear);
    return () => this.#emitter.off('notice', hear);
  }

  /** How far whoever hears everything has heard by now. */
  mark(): string {
    return `${this.line}.${this.#start}.${this.#unwritten}`;
  }

  /** What was told since a mark was given out: after which line, and what has none. Null where that is not known any more. */
  since(mark: string): { line: number; unwritten: Told[] } | null {
    const [, line, start, unwritten] = /^(-?\d{1,15})\.([0-9a-f]{8})\.(\d{1,15})$/.exec(mark) ?? [];
    const missed = this.#unwritten - Number(unwritten);
    if (start !== this.#start || missed < 0 || missed > this.#kept.length) return null;
    return { line: Number(line), unwritten: missed === 0 ? [] : this.#kept.slice(-missed) };
  }
}
