/** Letters that Unicode does not take apart into a letter and a mark, as they are written without one (from memory). */
const WITHOUT_MARK: Readonly<Record<string, string>> = {
  ø: 'o',
  đ: 'd',
  ð: 'd',
  ł: 'l',
  ħ: 'h',
  ı: 'i',
  ŋ: 'n',
  ŧ: 't',
  ß: 'ss',
  æ: 'ae',
  œ: 'oe',
  þ: 'th',
  ĳ: 'ij',
  ŀ: 'l',
  ŉ: 'n',
};
/** Two or three letters in one sign, for old sets of characters and for print: 'ﬁ', 'ǆ' (Unicode, compatibility decomposition). */
const SEVERAL_IN_ONE = /[\u01c4-\u01cc\u01f1-\u01f3\ufb00-\ufb06]/g;
const SINGLE = new RegExp(`[${Object.keys(WITHOUT_MARK).join('')}]`, 'giu');

/** The blocks named Combining Diacritical Marks, with their extensions, for symbols, and half marks (Unicode, Blocks.txt). */
const DIACRITICS = [
  [0x0300, 0x036f],
  [0x1ab0, 0x1aff],
  [0x1dc0, 0x1dff],
  [0x20d0, 0x20ff],
  [0xfe20, 0xfe2f],
] as const;

function isDiacritic(code: number): boolean {
  return DIACRITICS.some(([from, to]) => code >= from && code <= to);
}

/**
 * A text with its letters written without marks: 'Łukasik, Ångström' is 'Lukasik, Angstrom'. Marks are those that stand
 * above, below or through a letter of an alphabet (the Combining Diacritical Marks blocks); the signs that make up the
 * syllables of other scripts stay.
 */
export function withoutMarks(text: string): string {
  return text
    .replace(SEVERAL_IN_ONE, (sign) => sign.normalize('NFKD'))
    .normalize('NFD')
    .replace(/\p{M}/gu, (mark) => (isDiacritic(mark.codePointAt(0)!) ? '' : mark))
    .normalize('NFC')
    .replace(SINGLE, (letter) => {
      const small = letter.toLowerCase();
      const plain = WITHOUT_MARK[small] ?? letter;
      return letter === small ? plain : plain[0]!.toUpperCase() + plain.slice(1);
    });
}

/** What needs no more than lower case. */
const ASCII_WORD = /^[a-z0-9]+$/iu;

/** The words of a text in lower case, without marks and other signs: 'O’Rourke-Łukasik' is `o rourke lukasik`. */
export function plainWords(text: string): string {
  if (ASCII_WORD.test(text)) return text.toLowerCase();
  return withoutMarks(text)
    .toLowerCase()
    .replace(/[^\p{L}\p{N}\p{M}]+/gu, ' ')
    .trim();
}
