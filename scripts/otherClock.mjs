// Preloaded into every process of the journeys: they have a time of their own, so many milliseconds ahead of the clock (behind, when negative).
const ahead = Number(process.env.VESTIBUL_CLOCK_AHEAD_MS ?? 0);
const Then = Date;
globalThis.Date = class extends Then {
  constructor(...given) {
    if (given.length === 0) super(Then.now() + ahead);
    else super(...given);
  }
  static now() {
    return Then.now() + ahead;
  }
};
