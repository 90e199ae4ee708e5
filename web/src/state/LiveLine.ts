/** An event; its id is how far whoever hears it has heard. */
interface Message {
  data: string;
  lastEventId: string;
}

/** What of a stream of server-sent events is used; the browser's own has it. */
export interface Stream {
  onopen: (() => void) | null;
  onerror: (() => void) | null;
  onmessage: ((message: Message) => void) | null;
  addEventListener: (kind: 'beat', hear: (message: Message) => void) => void;
  readonly readyState: number;
  close: () => void;
}

/** What a stream's `readyState` is when nobody will open it again (HTML Living Standard, section 9.2.2). */
const CLOSED = 2;
/** How long nothing may be heard before a line is taken for dead, in milliseconds: two beats of the server and a half. */
export const SILENCE_MS = 50_000;
/** Waits before a line that was refused is opened again, in milliseconds; the last one is repeated. */
export const WAITS = [1000, 2000, 4000, 8000, 15_000, 30_000] as const;
/** How long a line may be down before it is worth a word, in milliseconds: a proxy that closes lines opens them at once. */
export const PATIENCE_MS = 4000;

export interface LiveState {
  /** Since when the page may lack what has happened, in milliseconds; null while it is current. */
  staleSince: number | null;
}

interface Ends {
  /** Opens a stream that begins with what was missed since an id: with everything, where it is empty. The first one misses nothing (null). */
  open: (since: string | null) => Stream;
  now: () => number;
  /** A notice has come. */
  onNotice: (data: string) => void;
  /** The line was refused, as it is for somebody who is signed out. */
  onRefused: () => void;
}

/**
 * The line on which the school tells what has changed. It is opened again with growing waits whatever became of it: refused
 * by a proxy, broken, or silent without being closed. It knows since when the page may not be current.
 */
export class LiveLine {
  #stream: Stream | null = null;
  #tries = 0;
  #heardAt: number;
  #isDown = true;
  /** How far was heard: what came after it is told when the line is there again. Null before it was first opened. */
  #heardUpTo: string | null = null;
  #state: LiveState = { staleSince: null };
  readonly #timers = new Set<ReturnType<typeof setTimeout>>();
  readonly #listeners = new Set<() => void>();

  constructor(private readonly ends: Ends) {
    this.#heardAt = ends.now();
  }

  readonly state = (): LiveState => this.#state;

  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  /** Opens the line; also at once where it waits to be, as when the network is back. */
  start(): void {
    this.stop();
    const stream = this.ends.open(this.#heardUpTo);
    this.#heardUpTo ??= '';
    this.#stream = stream;
    stream.onopen = () => this.#isBack();
    stream.onmessage = (message) => {
      this.#heard(message);
      this.ends.onNotice(message.data);
    };
    stream.addEventListener('beat', (message) => this.#heard(message));
    stream.onerror = () => {
      this.#wentDown();
      // Refused, so that the browser does not come back by itself.
      if (stream.readyState !== CLOSED) return;
      this.ends.onRefused();
      this.#later(WAITS[Math.min(this.#tries, WAITS.length - 1)]!, () => this.start());
      this.#tries += 1;
    };
    this.#watch();
  }

  stop(): void {
    for (const timer of this.#timers) clearTimeout(timer);
    this.#timers.clear();
    this.#stream?.close();
    this.#stream = null;
  }

  /** Looks whether anything was heard lately: a line can be dead without saying so, as after a sleep. */
  look(): void {
    if (this.#stream === null || this.ends.now() - this.#heardAt < SILENCE_MS) return;
    this.#wentDown();
    this.start();
  }

  #watch(): void {
    this.#later(SILENCE_MS, () => {
      const stream = this.#stream;
      this.look();
      // One that was opened instead has a watch of its own.
      if (this.#stream === stream) this.#watch();
    });
  }

  #heard({ lastEventId }: Message): void {
    this.#heardAt = this.ends.now();
    this.#heardUpTo = lastEventId;
  }

  #isBack(): void {
    this.#heardAt = this.ends.now();
    this.#tries = 0;
    this.#isDown = false;
    this.#say({ staleSince: null });
  }

  #wentDown(): void {
    if (this.#isDown && this.#state.staleSince !== null) return;
    this.#isDown = true;
    const since = this.#heardAt;
    // Not stopped with the line: a line that is opened again and again is down all the while.
    setTimeout(() => {
      if (this.#isDown && this.#stream) this.#say({ staleSince: this.#state.staleSince ?? since });
    }, PATIENCE_MS);
  }

  #later(ms: number, act: () => void): void {
    const timer = setTimeout(() => {
      this.#timers.delete(timer);
      act();
    }, ms);
    this.#timers.add(timer);
  }

  #say(state: LiveState): void {
    if (state.staleSince === this.#state.staleSince) return;
    this.#state = state;
    for (const listener of this.#listeners) listener();
  }
}
