import type { CourseId, RenamingId } from '@vestibul/core';

export interface LongWork {
  course: CourseId;
  state: 'running' | 'done' | 'cancelled' | 'failed';
  done: number;
  total: number;
  /** What could not be done and was left as it is. */
  stayed: number;
}

/** How many that have ended are kept for pages that still ask how they went. */
const KEPT = 200;

/**
 * Work that goes on after its request was answered. It is told apart by an id, shows how far it is, can be cancelled,
 * and can be left. It lives no longer than the server: what it writes, it writes all of or nothing.
 */
export class LongWorks {
  readonly #works = new Map<RenamingId, LongWork & { cancel: Int32Array }>();

  /** Begins a work. `run` gets a flag shared with its thread: not 0 means that it is to stop. */
  begin(
    id: RenamingId,
    course: CourseId,
    run: (
      cancel: SharedArrayBuffer,
      report: (done: number, total: number) => void,
    ) => Promise<{ names: number; stayed: number } | null>,
    ended: (error: unknown) => void,
  ): void {
    const flag = new SharedArrayBuffer(4);
    const work: LongWork & { cancel: Int32Array } = {
      course,
      state: 'running',
      done: 0,
      total: 0,
      stayed: 0,
      cancel: new Int32Array(flag),
    };
    this.#works.set(id, work);
    void run(flag, (done, total) => Object.assign(work, { done, total }))
      .then(
        (result) => {
          if (result)
            Object.assign(work, {
              state: 'done',
              done: result.names,
              total: result.names,
              stayed: result.stayed,
            });
          else work.state = 'cancelled';
          ended(null);
        },
        (error: unknown) => {
          work.state = 'failed';
          ended(error);
        },
      )
      .finally(() => this.#forget());
  }

  find(id: RenamingId): LongWork | undefined {
    return this.#works.get(id);
  }

  /** Whether something runs in a course. */
  isBusy(course: CourseId): boolean {
    return [...this.#works.values()].some((work) => work.course === course && work.state === 'running');
  }

  cancel(id: RenamingId): void {
    const work = this.#works.get(id);
    if (work) Atomics.store(work.cancel, 0, 1);
  }

  #forget(): void {
    for (const [id, { state }] of this.#works) {
      if (this.#works.size <= KEPT) return;
      if (state !== 'running') this.#works.delete(id);
    }
  }
}
