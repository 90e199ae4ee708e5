import mammoth from 'mammoth';
import { missingInDocx } from '../parts/piece/office/missingInDocx';
import { readEpub } from '../parts/piece/office/readEpub';
import type { ReadDocument } from '../parts/piece/office/ReadDocument';
import { readOpenDocument } from '../parts/piece/office/readOpenDocument';
import { readRtf } from '../parts/piece/office/readRtf';
import { readPptx } from '../parts/piece/office/readSlides';
import { Unreadable, whyOf } from '../parts/piece/office/Unreadable';
import type { DocumentKind, DocumentQuestion, DocumentRead } from '../parts/piece/readDocument';

/** Longest HTML that a page is given, in characters, pictures included: of a longer document the page would stand still. */
const LONGEST = 40_000_000;

/** A page has its own headings; those of a document are only louder. */
const styleMap = [1, 2, 3, 4, 5, 6].flatMap((level) => [
  `p[style-name='Heading ${level}'] => p.louder:fresh`,
  `p[style-name='heading ${level}'] => p.louder:fresh`,
]);

const readers: Record<DocumentKind, (bytes: ArrayBuffer) => ReadDocument | Promise<ReadDocument>> = {
  odt: readOpenDocument,
  odp: readOpenDocument,
  pptx: readPptx,
  epub: readEpub,
  rtf: readRtf,
  docx: async (bytes) => {
    const missing = missingInDocx(bytes);
    const { value } = await mammoth.convertToHtml({ arrayBuffer: bytes }, { styleMap });
    return { html: value, missing };
  },
};

/**
 * Turns the bytes of a document into HTML, away from the page. What it answers is not trusted and is cleaned before it is shown.
 */
self.onmessage = async ({ data: { bytes, kind } }: MessageEvent<DocumentQuestion>) => {
  const answer = (read: DocumentRead) => self.postMessage(read);
  try {
    const { html, missing } = await readers[kind](bytes);
    if (html.length > LONGEST) throw new Unreadable('long');
    // Places in a text are counted in its one form (NFC).
    answer({ html: html.normalize('NFC'), missing });
  } catch (error) {
    answer(whyOf(error));
  }
};
