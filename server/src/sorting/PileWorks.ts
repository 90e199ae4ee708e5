import type { CourseId, PileId } from '@vestibul/core';

/** What is going on for a pile right now. */
export interface PileWork {
  step: 'taking out' | 'reading' | 'placing';
  done: number;
  total: number;
}

interface Running extends PileWork {
  cancel: SharedArrayBuffer;
  /** Whether something came while it was at work, so that it has to go round once more. */
  isAskedAgain: boolean;
}

/** The piles that are being worked on. What is done of each is written down piece by piece, so a restart goes on from there. */
export class PileWorks {
  readonly #running = new Map<PileId, Running>();
  /** The last that waits for its turn at a course's table. */
  readonly #turns = new Map<CourseId, Promise<unknown>>();
  #isClosed = false;

  /** What is going on for a pile, or undefined. */
  find(id: PileId): PileWork | undefined {
    return this.#running.get(id);
  }

  /** Begins to work on a pile; false where somebody is at it already, who then goes round once more. */
  begin(id: PileId): boolean {
    if (this.#isClosed) return false;
    const running = this.#running.get(id);
    if (running) {
      running.isAskedAgain = true;
      return false;
    }
    this.#running.set(id, {
      step: 'taking out',
      done: 0,
      total: 0,
      cancel: new SharedArrayBuffer(4),
      isAskedAgain: false,
    });
    return true;
  }

  step(id: PileId, work: Partial<PileWork>): void {
    const running = this.#running.get(id);
    if (running) Object.assign(running, work);
  }

  cancelFlag(id: PileId): SharedArrayBuffer {
    return this.#running.get(id)!.cancel;
  }

  isCancelled(id: PileId): boolean {
    const running = this.#running.get(id);
    return running !== undefined && Atomics.load(new Int32Array(running.cancel), 0) !== 0;
  }

  cancel(id: PileId): void {
    const running = this.#running.get(id);
    if (running) Atomics.store(new Int32Array(running.cancel), 0, 1);
  }

  /** Ends the work on a pile; true where it has to be begun again. */
  end(id: PileId): boolean {
    const isAskedAgain = this.#running.get(id)?.isAskedAgain ?? false;
    this.#running.delete(id);
    return isAskedAgain;
  }

  /**
   * Does one thing after the other with a course's table: what reads it knows the words of its beginning, and would place
   * again what is undone meanwhile.
   */
  inTurn<Result>(course: CourseId, work: () => Result | Promise<Result>): Promise<Result> {
    const before = this.#turns.get(course) ?? Promise.resolve();
    const turn = before.then(work, work);
    this.#turns.set(course, turn);
    const leave = () => {
      if (this.#turns.get(course) === turn) this.#turns.delete(course);
    };
    turn.then(leave, leave);
    return turn;
  }

  /** Stops what is going on and begins nothing more; resolves once all of it has ended. */
  async close(): Promise<void> {
    this.#isClosed = true;
    for (const id of this.#running.keys()) this.cancel(id);
    await this.rest();
  }

  /** Resolves once nothing is being worked on. */
  async rest(): Promise<void> {
    while (this.#running.size > 0) await new Promise((resolve) => setTimeout(resolve, 20));
  }
}
