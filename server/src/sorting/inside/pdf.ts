import fsp from 'node:fs/promises';
import { nothing, type Inside } from './Inside';

const MOST_PDF = 64 * 1024 ** 2;
const MOST_PAGES = 2;
const MOST_FIELDS = 100;

export async function readPdf(file: string): Promise<Inside> {
  const { size } = await fsp.stat(file);
  return size > MOST_PDF ? nothing : readPdfBytes(await fsp.readFile(file));
}

/** A PDF: its information, its XMP, the fields of its form and the text of its first pages (ISO 32000-1). */
export async function readPdfBytes(bytes: Uint8Array): Promise<Inside> {
  const { getDocument, VerbosityLevel } = await import('pdfjs-dist/legacy/build/pdf.mjs');
  const task = getDocument({
    data: new Uint8Array(bytes),
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
    const fields = Object.entries((await pdf.getFieldObjects()) ?? {})
      .slice(0, MOST_FIELDS)
      .flatMap(([name, objects]) => {
        const value: unknown = (objects as { value?: unknown }[]).find((one) => one.value)?.value;
        return typeof value === 'string' ? [`${name}: ${value}`] : [];
      });
    return {
      ...nothing,
      authors: [said.Author ?? '', ...creators],
      title: said.Title ?? '',
      text: lines.join(''),
      fields: fields.join('\n'),
    };
  } finally {
    await task.destroy();
  }
}
