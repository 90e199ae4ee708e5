import { EventEmitter } from 'node:events';
import type { PersonId } from '@vestibul/core';

/** Tells what stays open for somebody (a stream of notices, a running upload) that a right of theirs may have ended. */
export class Rights {
  readonly #emitter = new EventEmitter();

  constructor() {
    // One listener for everything that is open; there is no number of them that would be a leak.
    this.#emitter.setMaxListeners(0);
  }

  /** Somebody's session, or all of them, may have ended. */
  changed(person: PersonId): void {
    this.#emitter.emit(person);
  }

  /** Calls back whenever somebody's rights may have ended; the answer ends that. */
  watch(person: PersonId, look: () => void): () => void {
    this.#emitter.on(person, look);
    return () => this.#emitter.off(person, look);
  }
}
