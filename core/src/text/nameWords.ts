import { plainWords } from './plainWords';

/** One word of a name as it stands there: letters (with their apostrophes) or digits. */
export interface NameWord {
  raw: string;
  /** In lower case, without marks and apostrophes, so that words can be compared. */
  plain: string;
  /** Where it stands, in UTF-16 units of the name in NFC. */
  at: number;
  /** Whether no letter or digit touches it: `obrien` in `obrien3` is no word of its own. */
  isWhole: boolean;
}

/** Letters with apostrophes between them, or digits. */
export const WORD = /[\p{L}\p{M}]+(?:['’‘ʼ][\p{L}\p{M}]+)*|\p{N}+/gu;
/** Letters and digits in one run, as accounts are written. */
export const RUN = /[\p{L}\p{M}\p{N}'’‘ʼ]+/gu;
/** What follows the account in an address says nothing about who it is. */
const MAIL_DOMAIN = /@[\p{L}\p{N}-]+(?:\.[\p{L}\p{N}-]+)+/gu;
/** What hangs on a name and is none of it. */
export const POSSESSIVE = /['’‘ʼ]s$/iu;
/** Where words are glued by capitals: `GrantSaraiva`. */
export const GLUE = /(?<=[\p{Ll}\p{M}])(?=\p{Lu})/u;

/**
 * The words of a name (in NFC), divided by whatever is no letter or digit. A run that `isKnown` is left whole; any other
 * is divided where letters and digits meet and at its capitals. The `s` of "Paula's" and the domain of an address are
 * left out.
 */
export function wordsOfName(name: string, isKnown: (plain: string) => boolean = () => false): NameWord[] {
  const words: NameWord[] = [];
  const text = name.replace(MAIL_DOMAIN, (domain) => ' '.repeat(domain.length));
  for (const { 0: run, index: start } of text.matchAll(RUN)) {
    const whole = run.replace(POSSESSIVE, '');
    if (isKnown(compact(whole))) {
      words.push({ raw: whole, plain: compact(whole), at: start, isWhole: true });
      continue;
    }
    for (const { 0: found, index } of run.matchAll(WORD)) {
      const raw = found.replace(POSSESSIVE, '');
      const pieces = isKnown(compact(raw)) ? [raw] : raw.split(GLUE);
      let at = start + index;
      for (const piece of pieces) {
        words.push({
          raw: piece,
          plain: compact(piece),
          at,
          isWhole: found.length === run.length && pieces.length === 1,
        });
        at += piece.length;
      }
    }
  }
  return words;
}

/** Words that were made plain: the same ones come again and again. */
const plain = new Map<string, string>();
const MOST_KEPT = 20_000;

/** A text as one word, for comparing: 'O’Conner' is `oconner`. */
export function compact(text: string): string {
  let word = plain.get(text);
  if (word === undefined) {
    if (plain.size >= MOST_KEPT) plain.clear();
    word = plainWords(text).replaceAll(' ', '');
    plain.set(text, word);
  }
  return word;
}

/** The words of a value, for comparing, as `wordsOfName` finds them in a name. */
export function wordsOfValue(value: string): NameWord[] {
  return wordsOfName(value.normalize('NFC'), () => true);
}
