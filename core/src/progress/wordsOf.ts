const segmenter = new Intl.Segmenter('und', { granularity: 'word' });

/** The words of a text in their order (NFC), as UAX #29 and the dictionaries of ICU part them: also of scripts without spaces. */
export const wordsOf = (text: string): string[] =>
  placedWords(text.normalize('NFC')).map(({ segment }) => segment);

/** The words of a text that is in NFC, with where they begin. */
export function placedWords(text: string): { segment: string; index: number }[] {
  const words: { segment: string; index: number }[] = [];
  for (const { segment, index, isWordLike } of segmenter.segment(text))
    if (isWordLike) words.push({ segment, index });
  return words;
}
