/**
 * Keeps whoever wants to change something waiting, without keeping the thread waiting, while another thread holds the
 * database's one writing lock for longer than a moment.
 */
export class WriteGate {
  #closed: Promise<void> | null = null;
  #afterwards = () => {};

  /** Has something done each time the gate opens again. */
  onOpen(act: () => void): void {
    this.#afterwards = act;
  }

  /** Goes on as soon as nobody holds the gate. */
  async pass(): Promise<void> {
    while (this.#closed) await this.#closed;
  }

  /** Does something with the gate closed behind it; one at a time. */
  async hold<Result>(work: () => Promise<Result>): Promise<Result> {
    // Nothing may come between seeing it open and closing it, not even a turn of the loop: so no `pass` here.
    while (this.#closed) await this.#closed;
    let open = () => {};
    this.#closed = new Promise((resolve) => {
      open = resolve;
    });
    try {
      return await work();
    } finally {
      this.#closed = null;
      open();
      this.#afterwards();
    }
  }
}
