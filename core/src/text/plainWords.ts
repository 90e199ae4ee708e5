/** Letters that Unicode does not take apart into a letter and a mark, as they are written without one (from memory). */
const WITHOUT_MARK: Record<string, string> = {
  ø: 'o',
  đ: 'd',
  ð: 'd',
  ł: 'l',
  ħ: 'h',
  ı: 'i',
  ß: 'ss',
  æ: 'ae',
  œ: 'oe',
  þ: 'th',
};

/** The words of a text in lower case, without marks and other signs: 'O’Rourke-Łukasik' is `o rourke lukasik`. */
export function plainWords(text: string): string {
  return text
    .normalize('NFD')
    .toLowerCase()
    .replace(/\p{M}/gu, '')
    .replace(/[øđðłħıßæœþ]/g, (letter) => WITHOUT_MARK[letter]!)
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();
}
