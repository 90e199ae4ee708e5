const segmenter = new Intl.Segmenter('und', { granularity: 'word' });

/** The words of a text in their order (NFC), as UAX #29 and the dictionaries of ICU part them: also of scripts without spaces. */
export function wordsOf(text: string): string[] {
  const words: string[] = [];
  for (const { segment, isWordLike } of segmenter.segment(text.normalize('NFC')))
    if (isWordLike) words.push(segment);
  return words;
}
