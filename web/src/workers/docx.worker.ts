import mammoth from 'mammoth';
import type { DocxQuestion } from '../parts/piece/readDocx';

/** Longest HTML, or words, that a page is given, in characters, pictures included: of a longer document the page would stand still. */
const LONGEST = 40_000_000;

/** A page has its own headings; those of a document are only louder. */
const styleMap = [1, 2, 3, 4, 5, 6].flatMap((level) => [
  `p[style-name='Heading ${level}'] => p.louder:fresh`,
  `p[style-name='heading ${level}'] => p.louder:fresh`,
]);

/**
 * Turns the bytes of a DOCX into HTML, or into its words, away from the page. What it answers is not trusted and is cleaned before
 * it is shown.
 */
self.onmessage = async ({ data: { bytes, as } }: MessageEvent<DocxQuestion>) => {
  try {
    const document = { arrayBuffer: bytes };
    const { value } = await (as === 'html'
      ? mammoth.convertToHtml(document, { styleMap })
      : mammoth.extractRawText(document));
    // Places in a text are counted in its one form (NFC).
    self.postMessage({ text: value.length > LONGEST ? null : value.normalize('NFC') });
  } catch {
    self.postMessage({ text: null });
  }
};
