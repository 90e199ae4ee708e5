import fsp from 'node:fs/promises';
import path from 'node:path';
import { createRequire } from 'node:module';

const MOST_PDF = 64 * 1024 ** 2;

/** The first page of a PDF as a picture of so many pixels across (PNG); null of one without pages, or with more than is read. */
export async function drawPage(file: string, width: number): Promise<Buffer | null> {
  const { size } = await fsp.stat(file);
  if (size > MOST_PDF) return null;
  const [{ getDocument, VerbosityLevel }, { createCanvas }] = await Promise.all([
    import('pdfjs-dist/legacy/build/pdf.mjs'),
    import('@napi-rs/canvas'),
  ]);
  const shipped = path.dirname(createRequire(import.meta.url).resolve('pdfjs-dist/package.json'));
  const task = getDocument({
    data: new Uint8Array(await fsp.readFile(file)),
    isEvalSupported: false,
    // Letters are drawn, not set: no font of a file reaches this machine's own.
    disableFontFace: true,
    useSystemFonts: false,
    standardFontDataUrl: `${shipped}/standard_fonts/`,
    cMapUrl: `${shipped}/cmaps/`,
    wasmUrl: `${shipped}/wasm/`,
    verbosity: VerbosityLevel.ERRORS,
  });
  try {
    const pdf = await task.promise;
    const page = await pdf.getPage(1);
    const whole = page.getViewport({ scale: 1 });
    const viewport = page.getViewport({ scale: width / whole.width });
    // A page as long as a banner is seen from its top.
    const canvas = createCanvas(width, Math.max(1, Math.min(Math.round(viewport.height), 4 * width)));
    await page.render({ canvas: canvas as never, viewport }).promise;
    return await canvas.encode('png');
  } finally {
    await task.destroy();
  }
}
