import type { LiveNotice } from '@vestibul/contract';
import type { PersonId } from '@vestibul/core';

/** Open streams of one person; a page opens one, and the oldest makes room for the newest. */
export const MOST_STREAMS = 12;

export interface OpenStream {
  send: (notice: LiveNotice) => void;
  end: () => void;
}

/** The streams of notices that are open, by whose they are. */
export class Streams {
  readonly #open = new Map<PersonId, Set<OpenStream>>();

  /** Takes a stream in; the answer takes it out again. */
  open(person: PersonId, stream: OpenStream): () => void {
    const mine = this.#open.get(person) ?? new Set();
    this.#open.set(person, mine.add(stream));
    const [oldest] = mine;
    if (mine.size > MOST_STREAMS && oldest) {
      mine.delete(oldest);
      oldest.end();
    }
    return () => {
      mine.delete(stream);
      if (mine.size === 0 && this.#open.get(person) === mine) this.#open.delete(person);
    };
  }

  /** Ends all of them; their pages open others elsewhere, or later. */
  endAll(): void {
    for (const mine of this.#open.values()) for (const stream of mine) stream.end();
  }

  of(person: PersonId): ReadonlySet<OpenStream> {
    return this.#open.get(person) ?? none;
  }
}

const none: ReadonlySet<OpenStream> = new Set();
