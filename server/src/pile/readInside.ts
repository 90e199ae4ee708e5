import fsp from 'node:fs/promises';
import exifr from 'exifr';
import yauzl, { type Entry, type ZipFile } from 'yauzl';
import { decodeText } from '@vestibul/core';
import { readXml } from './readXml';

/** What a file says of itself. */
export interface Inside {
  authors: string[];
  title: string;
  /** Its text from the start, as far as it was read. */
  text: string;
}

/** As far as files are read: bytes of one part of a document, of plain text, of a PDF, and its pages. */
const MOST_PART = 4 * 1024 ** 2;
const MOST_TEXT = 256 * 1024;
const MOST_PDF = 64 * 1024 ** 2;
const MOST_PAGES = 2;
/** Characters of text kept. */
const LONGEST_TEXT = 20_000;
/** A document that takes longer than this to read says nothing, in milliseconds. */
const PATIENCE_MS = 10_000;

const nothing: Inside = { authors: [], title: '', text: '' };

/** Reads what a file says of whose it is and what it is: author fields, its own title, its first text. Never fails. */
export async function readInside(file: string, mime: string, extension: string): Promise<Inside> {
  const read = readerFor(mime, extension);
  if (!read) return nothing;
  let timer: NodeJS.Timeout | undefined;
  try {
    const late = new Promise<Inside>((resolve) => {
      timer = setTimeout(() => resolve(nothing), PATIENCE_MS);
    });
    const { authors, title, text } = await Promise.race([read(file), late]);
    return {
      authors: [...new Set(authors.map((author) => author.trim()).filter(Boolean))],
      title: title.trim(),
      text: text.slice(0, LONGEST_TEXT),
    };
  } catch {
    // Damaged, or not what it says: then nothing is known of it beside its name.
    return nothing;
  } finally {
    clearTimeout(timer);
  }
}

function readerFor(mime: string, extension: string): ((file: string) => Promise<Inside>) | null {
  if (/officedocument|opendocument/u.test(mime) || /^(?:docx|pptx|xlsx|odt|odp|ods)$/u.test(extension))
    return readOffice;
  if (mime === 'application/pdf') return readPdf;
  if (/^image\/(?:jpeg|tiff|heic|heif|avif|png)$/u.test(mime)) return readPicture;
  if (mime.startsWith('text/') || mime === 'application/rtf') return readPlain;
  return null;
}

/** Parts of documents that say who and what, and those that hold text, in their order (OPC, ECMA-376 part 2; ODF 1.3 part 2). */
const CORE_PARTS = new Set(['docProps/core.xml', 'meta.xml']);
const TEXT_PARTS =
  /^(?:word\/document\.xml|content\.xml|ppt\/slides\/slide[1-3]\.xml|xl\/sharedStrings\.xml)$/u;

async function readOffice(file: string): Promise<Inside> {
  const parts = await readParts(file, (name) => CORE_PARTS.has(name) || TEXT_PARTS.test(name));
  const core = parts.get('docProps/core.xml') ?? parts.get('meta.xml');
  const said = core ? sayCore(core) : { authors: [], title: '' };
  const text = [...parts]
    .filter(([name]) => TEXT_PARTS.test(name))
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([, xml]) => textOfXml(xml))
    .join('\n');
  return { ...said, text };
}

/** The elements of Dublin Core (and of ODF's own) that say who made something. */
function sayCore(xml: string): { authors: string[]; title: string } {
  const found = new Map<string, string>();
  let within = '';
  readXml(xml, {
    open: (name) => {
      within = name;
      found.set(name, '');
    },
    text: (text) => {
      if (within !== '') found.set(within, (found.get(within) ?? '') + text);
    },
    close: () => {
      within = '';
    },
  });
  return {
    authors: ['dc:creator', 'meta:initial-creator', 'cp:lastModifiedBy'].map((name) => found.get(name) ?? ''),
    title: found.get('dc:title') ?? '',
  };
}

/** What stands in the text for an element where it begins, and where it ends. */
const BEGINS = new Map([
  ['w:tab', '\t'],
  ['text:tab', '\t'],
  ['w:br', '\n'],
  ['text:line-break', '\n'],
  ['a:br', '\n'],
  ['text:s', ' '],
]);
const ENDS = new Map(['w:p', 'text:p', 'text:h', 'a:p', 'si'].map((name) => [name, '\n']));

/** The text of a document's part from its start, with a line for each paragraph. */
function textOfXml(xml: string): string {
  let text = '';
  const add = (more: string | undefined) => {
    text += more ?? '';
  };
  readXml(
    xml,
    { open: (name) => add(BEGINS.get(name)), text: add, close: (name) => add(ENDS.get(name)) },
    () => text.length > LONGEST_TEXT,
  );
  return text;
}

async function readParts(file: string, wanted: (name: string) => boolean): Promise<Map<string, string>> {
  const zip = await new Promise<ZipFile>((resolve, reject) =>
    yauzl.open(file, { lazyEntries: true }, (error, opened) => (error ? reject(error) : resolve(opened))),
  );
  return new Promise((resolve, reject) => {
    const parts = new Map<string, string>();
    zip.on('error', reject);
    zip.on('end', () => resolve(parts));
    zip.on('entry', (entry: Entry) => {
      if (!wanted(entry.fileName)) return zip.readEntry();
      zip.openReadStream(entry, (error, stream) => {
        if (error) return reject(error);
        const chunks: Buffer[] = [];
        let bytes = 0;
        const done = () => {
          parts.set(entry.fileName, Buffer.concat(chunks).toString('utf8'));
          zip.readEntry();
        };
        stream.on('data', (chunk: Buffer) => {
          bytes += chunk.length;
          chunks.push(chunk);
          // The start is enough; the rest of a huge part is not read.
          if (bytes > MOST_PART) {
            stream.removeAllListeners('end');
            stream.destroy();
            done();
          }
        });
        stream.on('end', done);
        stream.on('error', reject);
      });
    });
    zip.readEntry();
  });
}

async function readPdf(file: string): Promise<Inside> {
  const { size } = await fsp.stat(file);
  if (size > MOST_PDF) return nothing;
  const { getDocument, VerbosityLevel } = await import('pdfjs-dist/legacy/build/pdf.mjs');
  const task = getDocument({
    data: new Uint8Array(await fsp.readFile(file)),
    isEvalSupported: false,
    disableFontFace: true,
    useSystemFonts: false,
    verbosity: VerbosityLevel.ERRORS,
  });
  try {
    const pdf = await task.promise;
    const { info, metadata } = await pdf.getMetadata();
    const said = info as { Author?: string; Title?: string };
    const lines: string[] = [];
    for (let page = 1; page <= Math.min(MOST_PAGES, pdf.numPages); page += 1) {
      const { items } = await (await pdf.getPage(page)).getTextContent();
      for (const item of items) if ('str' in item) lines.push(item.str, item.hasEOL ? '\n' : ' ');
      lines.push('\n');
    }
    const creator: unknown = metadata?.get('dc:creator');
    const creators = Array.isArray(creator)
      ? creator.map(String)
      : typeof creator === 'string'
        ? [creator]
        : [];
    return { authors: [said.Author ?? '', ...creators], title: said.Title ?? '', text: lines.join('') };
  } finally {
    await task.destroy();
  }
}

/** Fields of EXIF, IPTC and XMP that say who took a picture, and what it is. */
async function readPicture(file: string): Promise<Inside> {
  const tags = (await exifr.parse(file, { xmp: true, iptc: true, tiff: true, exif: true, gps: false })) as
    Record<string, unknown> | undefined;
  const text = (name: string): string => {
    const value = tags?.[name];
    return Array.isArray(value) ? value.map(String).join(', ') : typeof value === 'string' ? value : '';
  };
  return {
    authors: ['Artist', 'creator', 'Byline', 'XPAuthor', 'OwnerName', 'CameraOwnerName'].map(text),
    title: text('ImageDescription') || text('title') || text('ObjectName'),
    text: text('UserComment'),
  };
}

async function readPlain(file: string): Promise<Inside> {
  const handle = await fsp.open(file);
  try {
    const { buffer, bytesRead } = await handle.read(Buffer.alloc(MOST_TEXT), 0, MOST_TEXT, 0);
    return { ...nothing, text: decodeText(buffer.subarray(0, bytesRead)) };
  } finally {
    await handle.close();
  }
}
