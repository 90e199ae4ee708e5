import type { Sharp } from 'sharp';
import { LOCKED_MIME, MOST_PIXELS, formOf, type Form, type drawnForms } from '@vestibul/core';
import { beginning } from '../extraction/Inside';
import { inTime, readerFor } from '../extraction/readInside';
import { drawPage } from './drawPage';
import { drawTable, drawText } from './drawText';
import { unpackHeic } from './unpackHeic';

/** Widest and highest that a thumbnail is, in pixels: twice what it is on screen. */
export const WIDEST = 320;
const HIGHEST = 480;
const QUALITY = 72;
/** What takes longer than this to draw has none, in milliseconds. */
const PATIENCE_MS = 15_000;

/** What is read of a file for its first lines. */
const FIRST = { ...beginning, text: 2_000, bytes: 16_384, pages: 1, slides: 1, sheets: 1 };

/** A thumbnail: WebP of what is seen, SVG of what is read. */
export type Thumbnail = Buffer | string;

interface OfKind {
  mime: string;
  extension: string;
}

/**
 * What a file looks like, small: a photo whole, of a document its first page or lines. Null of what cannot be drawn: of another
 * kind, damaged, locked or too large. Nothing of the file runs.
 */
export async function makeThumbnail(file: string, kind: OfKind): Promise<Thumbnail | null> {
  const draw = kind.mime === LOCKED_MIME ? undefined : drawn[formOf(kind.mime, kind.extension)];
  if (!draw) return null;
  try {
    return await inTime(draw(file, kind), PATIENCE_MS);
  } catch {
    return null;
  }
}

type Draw = (file: string, kind: OfKind) => Promise<Thumbnail | null>;

const drawn: Partial<Record<Form, Draw>> & Record<(typeof drawnForms)[number], Draw> = {
  photo: drawPicture,
  picture: drawPicture,
  async pages(file) {
    const page = await drawPage(file, WIDEST);
    return page && small((await loadSharp())(page));
  },
  text: drawLines,
  slides: drawLines,
  table: drawLines,
};

/** What is unpacked here; whatever else the package could open stays shut. */
const PICTURES = /^image\/(?:jpeg|png|webp|gif|avif)$/u;

async function drawPicture(file: string, { mime }: OfKind): Promise<Thumbnail | null> {
  const sharp = await loadSharp();
  if (/^image\/hei[cf]$/u.test(mime)) {
    const pixels = await unpackHeic(file);
    if (!pixels) return null;
    const { data, width, height } = pixels;
    return small(sharp(data, { raw: { width, height, channels: 4 }, limitInputPixels: MOST_PIXELS }));
  }
  if (!PICTURES.test(mime)) return null;
  // Of a picture that was cut what is there is shown.
  return small(sharp(file, { limitInputPixels: MOST_PIXELS, sequentialRead: true, failOn: 'none' }));
}

const small = (picture: Sharp): Promise<Buffer> =>
  picture
    .autoOrient()
    .resize({ width: WIDEST, height: HIGHEST, fit: 'inside', withoutEnlargement: true })
    .flatten({ background: '#fffefb' })
    .webp({ quality: QUALITY })
    .toBuffer();

async function drawLines(file: string, { mime, extension }: OfKind): Promise<Thumbnail | null> {
  const read = readerFor(mime, extension);
  if (!read) return null;
  const { text } = await read(file, FIRST);
  return formOf(mime, extension) === 'table' ? drawTable(text) : drawText(text);
}

let loaded: ReturnType<typeof openSharp> | undefined;
/** Loaded with the first picture. It works on one at a time: the next waits in its thread, and requests go before. */
const loadSharp = () => (loaded ??= openSharp());

async function openSharp() {
  const { default: sharp } = await import('sharp');
  sharp.cache(false);
  sharp.concurrency(1);
  sharp.block({ operation: ['VipsForeignLoad'] });
  sharp.unblock({
    operation: [
      'VipsForeignLoadJpeg',
      'VipsForeignLoadPng',
      'VipsForeignLoadWebp',
      'VipsForeignLoadNsgif',
      'VipsForeignLoadHeif',
    ],
  });
  return sharp;
}
