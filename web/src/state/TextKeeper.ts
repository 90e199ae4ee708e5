import type { Shelf } from './browserShelf';
import type { Instant } from '@vestibul/core';
import type { AnswerOf, BodyFor } from '@vestibul/contract';
import type { PageFailure } from './contractQuery';

export interface Words {
  title: string;
  text: string;
}

/** What the browser keeps of a text until the school has it: the words, the version they were written on, and by which window. */
type LocalCopy = Words & { version: number; writer: string };

type Sent = { data: AnswerOf<'writeText'> } | { failure: PageFailure };

export interface Keeping {
  /** `writing`: in this browser and on its way. `waiting`: in this browser, the school cannot be reached. */
  status: 'kept' | 'writing' | 'waiting';
  keptAt: Instant;
  /** Whether another window kept other words, so that these are not sent before somebody says what becomes of them. */
  elsewhere: boolean;
  /** Why the school refuses the words, where it does. */
  refused: PageFailure | null;
}

/** How long after a change it is sent, and how long after a lost connection it is tried again, in milliseconds. */
const SEND_MS = 1500;
const AGAIN_MS = 4000;

/** Two texts as one, with a line between them. */
export function joinTexts(theirs: string, mine: string): string {
  return theirs.trim() === '' ? mine : `${theirs.trimEnd()}\n\n---\n\n${mine}`;
}

/**
 * What a text starts with: the words that this browser kept and the school does not have yet, where nobody wrote on it
 * elsewhere meanwhile; where somebody did, both, the browser's behind the others.
 */
export function startOf(
  school: AnswerOf<'readText'>,
  local: LocalCopy | null,
): Words & { isUnsent: boolean } {
  const { title, text, version } = school;
  if (!local || (local.text === text && local.title === title)) return { title, text, isUnsent: false };
  // The school's words are this window's own where the answer to them was lost, as with a tab that is closed meanwhile.
  if (local.version === version || local.writer === school.writer)
    return { title: local.title, text: local.text, isUnsent: true };
  if (local.text.trim() === '' || text.includes(local.text)) return { title, text, isUnsent: false };
  return { title, text: joinTexts(text, local.text), isUnsent: true };
}

/**
 * Keeps a text while it is written: in the browser at once, so that a closed lid loses nothing, and in the school a moment
 * later, one request at a time.
 */
export class TextKeeper {
  readonly start: Words;
  readonly #writer = crypto.randomUUID();
  #sent = 0;
  #version: number;
  #unsent: Words | null;
  #running: Promise<void> | null = null;
  #timer: ReturnType<typeof setTimeout> | undefined;
  #state: Keeping;
  readonly #listeners = new Set<() => void>();

  constructor(
    private readonly key: string,
    school: AnswerOf<'readText'>,
    private readonly send: (body: BodyFor<'writeText'>) => Promise<Sent>,
    private readonly shelf: Shelf,
  ) {
    const { isUnsent, ...start } = startOf(school, this.#readLocal());
    this.start = start;
    this.#version = school.version;
    this.#unsent = isUnsent ? start : null;
    this.#state = {
      status: isUnsent ? 'writing' : 'kept',
      keptAt: school.keptAt,
      elsewhere: false,
      refused: null,
    };
  }

  readonly state = (): Keeping => this.#state;

  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  /** Keeps these words: here at once, in the school soon. */
  write(words: Words): void {
    this.#unsent = { ...words };
    this.#keepLocal(words);
    this.#become({ status: this.#state.status === 'waiting' ? 'waiting' : 'writing' });
    this.#later(SEND_MS);
  }

  /** Sends what is not sent yet, now; back when it was answered. */
  async flush(): Promise<void> {
    clearTimeout(this.#timer);
    await this.#running;
    const words = this.#unsent;
    if (!words || this.#state.elsewhere) return;
    this.#unsent = null;
    this.#running = this.#sendOnce(words);
    await this.#running;
    this.#running = null;
  }

  /** Takes up what another window kept, these words behind it; returns both as one text. */
  takeUp(school: AnswerOf<'readText'>, words: Words): string {
    this.#version = school.version;
    this.#become({ elsewhere: false });
    const text = joinTexts(school.text, words.text);
    this.write({ title: words.title, text });
    return text;
  }

  async #sendOnce(words: Words): Promise<void> {
    const { title, text } = words;
    this.#sent += 1;
    const sent = await this.send({
      title,
      text,
      version: this.#version,
      writer: this.#writer,
      nth: this.#sent,
    });
    if ('data' in sent) {
      this.#version = sent.data.version;
      const { keptAt } = sent.data;
      this.#keepLocal(this.#unsent);
      this.#become({ status: this.#unsent ? 'writing' : 'kept', keptAt, refused: null });
      return;
    }
    this.#unsent ??= words;
    if (sent.failure.code === 'written-elsewhere') this.#become({ elsewhere: true });
    else if (sent.failure.code === 'no-connection') {
      this.#become({ status: 'waiting' });
      this.#later(AGAIN_MS);
    } else this.#become({ refused: sent.failure });
  }

  #later(ms: number): void {
    clearTimeout(this.#timer);
    this.#timer = setTimeout(() => void this.flush(), ms);
  }

  #become(change: Partial<Keeping>): void {
    this.#state = { ...this.#state, ...change };
    for (const listener of this.#listeners) listener();
  }

  #readLocal(): LocalCopy | null {
    try {
      const kept = this.shelf.getItem(this.key);
      return kept ? (JSON.parse(kept) as LocalCopy) : null;
    } catch {
      // A browser that keeps nothing still sends every few seconds.
      return null;
    }
  }

  #keepLocal(words: Words | null): void {
    const copy = words && { ...words, version: this.#version, writer: this.#writer };
    try {
      if (copy) this.shelf.setItem(this.key, JSON.stringify(copy));
      else this.shelf.removeItem(this.key);
    } catch {
      // As above.
    }
  }
}
