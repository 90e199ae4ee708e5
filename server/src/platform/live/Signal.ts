/**
 * Tells at once, in the same turn and the same transaction, those who have to do something about what happened elsewhere.
 * Whoever tells need not know them.
 */
export class Signal<What> {
  readonly #listeners: ((what: What) => void)[] = [];

  listen(hear: (what: What) => void): void {
    this.#listeners.push(hear);
  }

  tell(what: What): void {
    for (const hear of this.#listeners) hear(what);
  }
}
