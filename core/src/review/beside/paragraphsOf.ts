/** A word that a line end divides: its hyphen is the line's, not the word's. */
const DIVIDED = /(\p{L})[-\u00ad]\n(?=\p{Ll})/gu;

const sentences = new Intl.Segmenter('und', { granularity: 'sentence' });

/** The paragraphs of a text whose line ends mean something, without empty ones. */
export const linesOf = (text: string): string[] =>
  text
    .split(/\r\n|\r|\n/)
    .map((line) => line.trimEnd())
    .filter((line) => line !== '');

/**
 * The sentences of a text whose lines end where its page does, as in a PDF: one word more moves the end of each line, and
 * nothing else has changed.
 */
export function sentencesOf(text: string): string[] {
  const flowing = text.replace(DIVIDED, '$1').replace(/\s+/g, ' ');
  return Array.from(sentences.segment(flowing), ({ segment }) => segment.trim()).filter((one) => one !== '');
}
