import { compact, wordsOfName, type NameWord } from '../text/nameWords';
import { CONNECTORS } from './jointSigns';
import { FILLERS } from './ordinaryWords';
import { PERIOD_WORDS } from './periodSaid';
import { SMALL } from './titleIndex';
import { divideUnspaced, isUnspaced } from './unspaced';

/** A word of a name, with what stands between it and the one before. */
export interface NameToken extends NameWord {
  /** '' where it is glued to the word before. */
  gap: string;
  /** Whether the domain of an address follows. */
  isAddress: boolean;
  /** Whether an apostrophe and s follow: then it is somebody, whatever else the word means. */
  isOwner: boolean;
  /** Whether it was cut out of a run of letters that nothing divides: then what it means is less sure. */
  isCutOut: boolean;
}

/** What names of a course are made of, for dividing runs of letters. */
export interface Vocabulary {
  /** Whether a word is known as it stands. */
  knows(plain: string): boolean;
  /** Whether a word can be part of a glued run: names and words of titles, no accounts. */
  isPiece(plain: string): boolean;
  /** Whether it is a name, a name glued, or an account. */
  isPerson(plain: string): boolean;
  /** Whether it is a word of a title. */
  isTitle(plain: string): boolean;
  /** Whether it is a name, so that a single letter beside it can be an initial. */
  isName(plain: string): boolean;
  /** Whether a word is a known one with a slip of the hand. */
  isAlmost(plain: string): boolean;
}

const SHORTEST_GLUED = 6;
const SHORTEST_REJOINED = 4;
const LONGEST_GLUED = 60;
const SHORTEST_PIECE = 3;
const SHORTEST_SLIPPED_PIECE = 5;

/** Divides cleaned names into words, once prepared for a course. */
export function makeTokenizer(vocabulary: Vocabulary): (name: string) => NameToken[] {
  const cache = new Map<string, readonly string[] | null>();
  const inRun = {
    isPerson: vocabulary.isPerson,
    isOther: (plain: string) =>
      vocabulary.isTitle(plain) || FILLERS.has(plain) || CONNECTORS.has(plain) || PERIOD_WORDS.has(plain),
  };
  const divide = (plain: string) => {
    let pieces = cache.get(plain);
    if (pieces === undefined) {
      if (isUnspaced(plain)) pieces = divideUnspaced(plain, inRun);
      else pieces = plain.length < SHORTEST_GLUED ? null : divideRun(plain, vocabulary);
      cache.set(plain, pieces);
    }
    return pieces;
  };
  return (given) => {
    const name = withLetters(given, vocabulary);
    const words = rejoin(
      name,
      wordsOfName(name, (plain) => vocabulary.knows(plain)),
      vocabulary,
    ).flatMap((word): (NameWord & { isCutOut?: boolean })[] => {
      if (/\d/.test(word.plain) || vocabulary.knows(word.plain)) return [word];
      const pieces = divide(word.plain);
      return pieces ? cutAt(word, pieces) : [word];
    });
    return words.map((word, i) => {
      const before = words[i - 1];
      const from = before ? before.at + before.raw.length : 0;
      const end = word.at + word.raw.length;
      return {
        isCutOut: false,
        ...word,
        gap: name.slice(from, word.at),
        isAddress: name[end] === '@',
        isOwner: OWNER.test(name.slice(end, end + 3)),
      };
    });
  };
}

const OWNER = /^['’‘ʼ]s(?!\p{L})/iu;

/** Digits that are typed or recognised for letters within a word (common practice, no source). */
const DIGIT_LETTERS: Readonly<Record<string, string>> = { 0: 'o', 1: 'l', 5: 's' };
const MIXED = /[\p{L}015]+/gu;

/** A name in which digits that stand for letters are those letters, where that makes a word known; of the same length. */
function withLetters(name: string, vocabulary: Vocabulary): string {
  if (!/[015]/u.test(name)) return name;
  return name.replace(MIXED, (run) => {
    if (!/\p{L}/u.test(run) || !/[015]/u.test(run) || vocabulary.knows(compact(run))) return run;
    const word = run.replace(/[015]/gu, (digit) => DIGIT_LETTERS[digit]!);
    return vocabulary.isPiece(compact(word)) ? word : run;
  });
}

/** Puts together again what a stray capital, blank or lost letter divided: `HedgerowS urvey`, `O Keefe`. */
function rejoin(name: string, words: readonly NameWord[], vocabulary: Vocabulary): NameWord[] {
  const joined: NameWord[] = [];
  for (const word of words) {
    const before = joined.at(-1);
    const gap = before ? name.slice(before.at + before.raw.length, word.at) : '';
    // The P of `MarkP3` belongs to its number.
    const isOfNumber = word.plain.length === 1 && /\d/.test(name[word.at + word.raw.length] ?? '');
    if (before && gap.length <= 1 && !isOfNumber && !/\d/.test(before.plain + word.plain)) {
      const both = before.plain + word.plain;
      const isKnown = (plain: string) =>
        plain.length > 1 && (vocabulary.knows(plain) || vocabulary.isPiece(plain) || FILLERS.has(plain));
      const areKnown = isKnown(before.plain) && isKnown(word.plain);
      const isOneKnown = isKnown(before.plain) || isKnown(word.plain);
      const areLong = Math.min(before.plain.length, word.plain.length) >= SHORTEST_PIECE;
      const isLetter = before.plain.length === 1 || word.plain.length === 1;
      if (
        (!areKnown && (vocabulary.isPiece(both) || (gap === '' && vocabulary.knows(both)))) ||
        // `hunterst.james`: a point or dash within a name that is glued to another.
        (!areKnown && /^[.'’-]$/.test(gap) && areLong && vocabulary.knows(both)) ||
        (!isOneKnown &&
          both.length >= (gap === '' ? SHORTEST_REJOINED : SHORTEST_GLUED) &&
          (gap === '' || (isLetter && /^[ _]$/.test(gap))) &&
          vocabulary.isAlmost(both))
      ) {
        joined[joined.length - 1] = {
          raw: name.slice(before.at, word.at + word.raw.length),
          plain: both,
          at: before.at,
          isWhole: before.isWhole && word.isWhole,
        };
        continue;
      }
    }
    joined.push(word);
  }
  return joined;
}

/** The known words that a run of letters is glued from, at most one of them with a slip; null where it is none. */
function divideRun(run: string, vocabulary: Vocabulary): readonly string[] | null {
  if (run.length > LONGEST_GLUED) return null;
  const isPiece = (text: string, isInside: boolean) =>
    (text.length >= SHORTEST_PIECE && (vocabulary.isPiece(text) || FILLERS.has(text))) ||
    (isInside && SMALL.has(text));
  /** The fewest pieces from each place on; at the edges a single letter may stand beside a name. */
  const best: (readonly string[] | null)[] = new Array<readonly string[] | null>(run.length + 1).fill(null);
  best[run.length] = [];
  for (let from = run.length - 1; from >= 0; from -= 1) {
    for (let to = from + 1; to <= run.length; to += 1) {
      const rest = best[to];
      if (!rest) continue;
      const text = run.slice(from, to);
      const isInitial =
        text.length === 1 &&
        ((from === 0 && rest[0] !== undefined && rest[0].length > 3 && vocabulary.isName(rest[0])) ||
          (to === run.length && from > 3));
      if (!isPiece(text, from >= SHORTEST_PIECE && to <= run.length - SHORTEST_PIECE) && !isInitial) continue;
      const before = best[from];
      if (!before || before.length > rest.length + 1) best[from] = [text, ...rest];
    }
  }
  const whole = best[0];
  const isPlain =
    whole?.every((piece, i) => piece.length > 1 || (SMALL.has(piece) && i > 0 && i < whole.length - 1)) ??
    false;
  if (!isPlain && vocabulary.isAlmost(run)) return null;
  if (whole && whole.some((piece) => piece.length >= SHORTEST_PIECE) && endsWell(whole, vocabulary))
    return whole;
  // One piece with a slip, before or behind those that are known.
  for (let cut = run.length - SHORTEST_PIECE; cut >= SHORTEST_SLIPPED_PIECE; cut -= 1) {
    const rest = best[cut];
    const head = run.slice(0, cut);
    if (rest && rest.length > 0 && rest.every((piece) => piece.length >= 4) && vocabulary.isAlmost(head))
      return [head, ...rest];
  }
  for (let cut = SHORTEST_PIECE + 1; cut <= run.length - SHORTEST_SLIPPED_PIECE; cut += 1) {
    const head = run.slice(0, cut);
    const tail = run.slice(cut);
    if (isPiece(head, false) && vocabulary.isAlmost(tail)) return [head, tail];
  }
  return null;
}

/** A single letter at the end belongs to a name before it. */
function endsWell(pieces: readonly string[], vocabulary: Vocabulary): boolean {
  if (pieces.at(-1)!.length > 1) return pieces.length > 1;
  const before = pieces.at(-2);
  return before !== undefined && before.length > 3 && vocabulary.isName(before);
}

/** A word in pieces of its plain form, each with its place in the name. */
function cutAt(word: NameWord, pieces: readonly string[]): (NameWord & { isCutOut: boolean })[] {
  const signs = [...word.raw];
  let i = 0;
  let at = word.at;
  return pieces.map((piece, nth) => {
    let raw = '';
    while (
      i < signs.length &&
      (compact(raw).length < piece.length || nth === pieces.length - 1 || isMark(signs[i]!))
    ) {
      raw += signs[i]!;
      i += 1;
    }
    const found = { raw, plain: piece, at, isWhole: false, isCutOut: true };
    at += raw.length;
    return found;
  });
}

function isMark(sign: string): boolean {
  return /^[\p{M}'’‘ʼ]$/u.test(sign);
}
