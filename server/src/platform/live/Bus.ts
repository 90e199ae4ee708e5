import { EventEmitter } from 'node:events';
import type { LiveNotice } from '@vestibul/contract';
import type { CourseId, PersonId } from '@vestibul/core';

/** Whom a notice is for: the staff of a course, or one person. */
export type Audience = { staffOf: CourseId } | { person: PersonId };

/** Hands notices from the part of the server where something happened to the open streams. */
export class Bus {
  readonly #emitter = new EventEmitter();

  constructor() {
    // One listener for every open page; there is no number of them that would be a leak.
    this.#emitter.setMaxListeners(0);
  }

  tell(audience: Audience, notice: LiveNotice): void {
    this.#emitter.emit('notice', audience, notice);
  }

  /** Calls back for every notice from now on; the answer ends that. */
  listen(hear: (audience: Audience, notice: LiveNotice) => void): () => void {
    this.#emitter.on('notice', hear);
    return () => this.#emitter.off('notice', hear);
  }
}
