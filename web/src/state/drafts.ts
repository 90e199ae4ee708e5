import type { PersonId } from '@vestibul/core';
import type { ListedShelf } from './browserShelf';

const START = 'vestibul.draft.';
/** Longest draft that is kept, in characters; a class list of 4,000 rows is shorter. */
const LONGEST = 400_000;
/** Most drafts of all people of this browser; the oldest go first. */
const MOST = 60;
/** How long a draft is offered again, in milliseconds. */
const KEPT_MS = 30 * 86_400_000;

/** Something begun and not saved. */
export interface KeptDraft {
  value: unknown;
  /** When it was written to last, in milliseconds. */
  at: number;
  /** What it began from, as text; what it is to change may be another by now. */
  from: string;
}

/** Keeps what each person has begun to write at each place of the pages, until it is saved or thrown away. */
export class Drafts {
  constructor(
    private readonly shelf: ListedShelf,
    private readonly now: () => number,
  ) {}

  read(person: PersonId, place: string): KeptDraft | null {
    const text = this.shelf.getItem(keyOf(person, place));
    const kept = text === null ? null : readKept(text);
    return kept && this.now() - kept.at < KEPT_MS ? kept : null;
  }

  keep(person: PersonId, place: string, value: unknown, from: string): void {
    const text = JSON.stringify({ value, at: this.now(), from } satisfies KeptDraft);
    if (text.length > LONGEST) return;
    const key = keyOf(person, place);
    // Kept with every letter; another one is what can be one too many.
    const isNew = this.shelf.getItem(key) === null;
    this.shelf.setItem(key, text);
    if (isNew) this.#makeRoom();
  }

  forget(person: PersonId, place: string): void {
    this.shelf.removeItem(keyOf(person, place));
  }

  #makeRoom(): void {
    const keys = this.shelf.keys().filter((key) => key.startsWith(START));
    if (keys.length <= MOST) return;
    const byAge = keys
      .map((key) => ({ key, at: readKept(this.shelf.getItem(key) ?? '')?.at ?? 0 }))
      .sort((a, b) => b.at - a.at);
    for (const { key } of byAge.slice(MOST)) this.shelf.removeItem(key);
  }
}

const keyOf = (person: PersonId, place: string) => `${START}${person}.${place}`;

function readKept(text: string): KeptDraft | null {
  try {
    const kept = JSON.parse(text) as Partial<KeptDraft> | null;
    return kept && typeof kept.at === 'number' && typeof kept.from === 'string' && 'value' in kept
      ? (kept as KeptDraft)
      : null;
  } catch {
    return null;
  }
}

/** Whether something kept has the form of what a page starts with: a page of another version may have kept it. */
export function hasFormOf<Value>(start: Value, kept: unknown): kept is Value {
  if (typeof start !== 'object' || start === null) return typeof kept === typeof start;
  if (typeof kept !== 'object' || kept === null || Array.isArray(kept) !== Array.isArray(start)) return false;
  if (Array.isArray(start)) return true;
  const [has, needs] = [Object.keys(kept), Object.keys(start)];
  return has.length === needs.length && needs.every((key) => has.includes(key));
}
