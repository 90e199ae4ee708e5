// Preloaded into every process of the journeys when they are to be tried at another time of the day: the clock is ahead.
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
