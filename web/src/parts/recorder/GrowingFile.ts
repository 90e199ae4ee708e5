/** A file that is being written while it is already sent: it is read by place, as far as there is something. */
export class GrowingFile {
  readonly #parts: Blob[] = [];
  #bytes = 0;
  #isWhole = false;
  /** Lets go on whoever waits for more. */
  #wake = () => {};

  /** How much there is by now, in bytes. */
  get bytes(): number {
    return this.#bytes;
  }

  add(part: Blob): void {
    this.#parts.push(part);
    this.#bytes += part.size;
    this.#wake();
  }

  /** Nothing more comes. */
  end(): void {
    this.#isWhole = true;
    this.#wake();
  }

  /**
   * What there is from byte `start` up to byte `end`, as much as has come; waits where nothing has. `done` with what ends
   * the file. Any place can be read again, as it is after a lost connection.
   */
  async slice(start: number, end: number): Promise<{ value: Blob | null; done: boolean }> {
    while (!this.#isWhole && this.#bytes <= start) await new Promise<void>((wake) => (this.#wake = wake));
    const value = new Blob(this.#parts).slice(start, end);
    return {
      value: value.size > 0 ? value : null,
      done: this.#isWhole && start + value.size >= this.#bytes,
    };
  }

  /** All that has come, as a file of this type. */
  whole(type: string): Blob {
    return new Blob(this.#parts, { type });
  }
}
