import mammoth from 'mammoth';

/** Longest HTML that a page is given, in characters, pictures included: of a longer document the page would stand still. */
const LONGEST_HTML = 40_000_000;

/** A page has its own headings; those of a document are only louder. */
const styleMap = [1, 2, 3, 4, 5, 6].flatMap((level) => [
  `p[style-name='Heading ${level}'] => p.louder:fresh`,
  `p[style-name='heading ${level}'] => p.louder:fresh`,
]);

/** Turns the bytes of a DOCX into HTML away from the page. What it answers is not trusted and is cleaned before it is shown. */
self.onmessage = async ({ data }: MessageEvent<ArrayBuffer>) => {
  try {
    const { value } = await mammoth.convertToHtml({ arrayBuffer: data }, { styleMap });
    // Places in a text are counted in its one form (NFC).
    self.postMessage({ html: value.length > LONGEST_HTML ? null : value.normalize('NFC') });
  } catch {
    self.postMessage({ html: null });
  }
};
