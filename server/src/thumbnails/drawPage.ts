import fsp from 'node:fs/promises';
import path from 'node:path';
import { createRequire } from 'node:module';
import { MOST_PDF, openPdf } from '../extraction/pdf';

/** The first page of a PDF as a picture of so many pixels across (PNG); null of one without pages, or with more than is read. */
export async function drawPage(file: string, width: number): Promise<Buffer | null> {
  const { size } = await fsp.stat(file);
  if (size > MOST_PDF) return null;
  const { createCanvas } = await import('@napi-rs/canvas');
  const shipped = path.dirname(createRequire(import.meta.url).resolve('pdfjs-dist/package.json'));
  // What is drawn needs what the package ships: letters and pictures that are not in the file as they are seen.
  const task = await openPdf(await fsp.readFile(file), {
    standardFontDataUrl: `${shipped}/standard_fonts/`,
    cMapUrl: `${shipped}/cmaps/`,
    wasmUrl: `${shipped}/wasm/`,
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
