/** Works that go on beside the requests, one for each key at a time; whatever ends the school ends them first. */
export class SideWorks {
  readonly #going = new Map<string, Promise<void>>();
  #isClosing = false;

  /** Begins a work, unless it goes on already. It is to look between its steps whether it should stop. */
  begin(key: string, work: (shouldStop: () => boolean) => Promise<void>): void {
    if (this.#isClosing || this.#going.has(key)) return;
    this.#going.set(
      key,
      work(() => this.#isClosing).finally(() => this.#going.delete(key)),
    );
  }

  async close(): Promise<void> {
    this.#isClosing = true;
    await Promise.allSettled(this.#going.values());
  }
}
