/** A comment that is kept for reuse. */
export interface Phrase {
  /** What is typed after a semicolon to have it. */
  key: string;
  /** With parts in braces that are filled in: `{first}`, `{last}`, `{assignment}`. */
  text: string;
}

/** What the parts of a phrase are filled with. */
export interface PhraseFacts {
  first: string;
  last: string;
  assignment: string;
}

/** Longest key of a phrase, in characters: shorter than what it stands for. */
export const LONGEST_PHRASE_KEY = 12;
/** What a key is made of: what is typed without a second hand. */
export const PHRASE_KEY = new RegExp(`^[\\p{Ll}\\p{N}]{1,${LONGEST_PHRASE_KEY}}$`, 'u');

/** What somebody looks for in the middle of writing: what follows the semicolon right before the caret; null where none does. */
export function phraseAsked(text: string, caret: number): { from: number; query: string } | null {
  // No more than a word is looked back over, however long the text is.
  const start = Math.max(0, caret - 40);
  const found = /(?:^|[\s(])(;([^\s;]*))$/u.exec(text.slice(start, caret));
  return found ? { from: caret - found[1]!.length, query: found[2]! } : null;
}

/** The phrases that somebody can mean by what they typed: by key first, then by how the text begins, then by a word of it. */
export function phrasesFor<Known extends Phrase>(phrases: readonly Known[], query: string): Known[] {
  const wanted = query.toLowerCase();
  const rank = ({ key, text }: Phrase) => {
    const words = text.toLowerCase();
    if (key === wanted) return 0;
    if (key.startsWith(wanted)) return 1;
    if (words.startsWith(wanted)) return 2;
    return words.split(/\s+/).some((word) => word.startsWith(wanted)) ? 3 : 4;
  };
  return phrases
    .map((phrase) => ({ phrase, at: rank(phrase) }))
    .filter(({ at }) => at < 4)
    .toSorted((a, b) => a.at - b.at)
    .map(({ phrase }) => phrase);
}

/** The one phrase whose key is typed in full; null while another key could still be meant. */
export function phraseOfKey<Known extends Phrase>(phrases: readonly Known[], query: string): Known | null {
  const open = phrases.filter(({ key }) => key.startsWith(query) && query !== '');
  return open.length === 1 && open[0]!.key === query ? open[0]! : null;
}

/**
 * A phrase as it is said of somebody's work; what is in braces and no part of it stays as it is. A part that is not known goes, and
 * with it what parts it from the rest: 'Good evidence, {first}.' becomes 'Good evidence.'
 */
export function fillPhrase(text: string, facts: PhraseFacts): string {
  const filled = text.replace(
    /(,? ?)\{(first|last|assignment)\}/g,
    (_part, before: string, name: keyof PhraseFacts) => (facts[name] === '' ? '' : before + facts[name]),
  );
  return text.startsWith('{') ? filled.replace(/^[,:]? +/, '') : filled;
}
