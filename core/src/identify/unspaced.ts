/**
 * Scripts whose words are written without spaces between them (Unicode Standard Annex #29, section 4, names Thai, Lao,
 * Khmer, Myanmar, Han and Hiragana), with Katakana, and with Hangul, which leaves them out in file names (common practice,
 * no source).
 */
const UNSPACED =
  /[\p{sc=Han}\p{sc=Hiragana}\p{sc=Katakana}ー\p{sc=Hangul}\p{sc=Thai}\p{sc=Lao}\p{sc=Khmer}\p{sc=Myanmar}]/u;
const STRETCHES = new RegExp(`(?:${UNSPACED.source}\\p{M}*)+`, 'gu');

/** Whether a word has letters of a script that does not divide words. */
export function isUnspaced(word: string): boolean {
  return UNSPACED.test(word);
}

/** What can stand in such a run. */
export interface RunVocabulary {
  /** Whether it is a name of somebody, or what stands for one. */
  isPerson(text: string): boolean;
  /** Whether it is a word that is nobody: of a title, of the trade of file names. */
  isOther(text: string): boolean;
}

const SHORTEST_PIECE = 2;
const LONGEST_PIECE = 16;
/** What a piece costs, in signs that are known: of two ways the one in fewer pieces is meant. */
const EACH_PIECE = 0.5;
/** What a stretch that is not known costs. */
const EACH_REST = 0.6;

type Kind = 'person' | 'other' | 'rest';
interface Piece {
  text: string;
  kind: Kind;
}

/**
 * Cuts the known words out of a run of letters of such scripts; null where none is known. A single sign that is left
 * beside a name may make it the name of somebody else (李明亮 is not 李明): then nothing is cut.
 */
export function divideUnspaced(run: string, vocabulary: RunVocabulary): readonly string[] | null {
  const pieces: string[] = [];
  let isAny = false;
  let at = 0;
  for (const { 0: stretch, index } of run.matchAll(STRETCHES)) {
    if (index > at) pieces.push(run.slice(at, index));
    at = index + stretch.length;
    const found = divideStretch(stretch, vocabulary);
    isAny ||= found.length > 1 || pieces.length > 0 || at < run.length;
    pieces.push(...found);
  }
  if (at < run.length) pieces.push(run.slice(at));
  return isAny ? pieces : null;
}

function divideStretch(stretch: string, vocabulary: RunVocabulary): string[] {
  const signs = Array.from(stretch);
  /** The best way from each place on: whether it begins with what is not known decides what the next sign costs. */
  const best: { score: number; pieces: Piece[] }[] = [];
  best[signs.length] = { score: 0, pieces: [] };
  for (let from = signs.length - 1; from >= 0; from -= 1) {
    const next = best[from + 1]!;
    const [first, ...others] = next.pieces;
    const rest = (text: string): Piece => ({ text, kind: 'rest' });
    let most =
      first?.kind === 'rest'
        ? { score: next.score, pieces: [rest(signs[from]! + first.text), ...others] }
        : { score: next.score - EACH_REST, pieces: [rest(signs[from]!), ...next.pieces] };
    let text = '';
    for (let to = from; to < Math.min(signs.length, from + LONGEST_PIECE); to += 1) {
      text += signs[to]!;
      const length = to - from + 1;
      const kind = kindOf(text, length, vocabulary);
      if (!kind) continue;
      const after = best[to + 1]!;
      const score = after.score + length - EACH_PIECE;
      if (score > most.score) most = { score, pieces: [{ text, kind }, ...after.pieces] };
    }
    best[from] = most;
  }
  const { pieces } = best[0]!;
  const isLonger = pieces.some(
    ({ kind, text }, i) =>
      kind === 'rest' &&
      Array.from(text).length === 1 &&
      (pieces[i - 1]?.kind === 'person' || pieces[i + 1]?.kind === 'person'),
  );
  return isLonger ? [stretch] : pieces.map(({ text }) => text);
}

function kindOf(text: string, length: number, vocabulary: RunVocabulary): Kind | null {
  if (length >= SHORTEST_PIECE && vocabulary.isPerson(text)) return 'person';
  return vocabulary.isOther(text) ? 'other' : null;
}
