import fsp from 'node:fs/promises';
import libheif from 'libheif-js/libheif-wasm/libheif-bundle.mjs';
import { MOST_PIXELS } from '@vestibul/core';

const LONGEST = 64 * 1024 ** 2;

/** The pixels of the first photo of a file (HEIF, ISO/IEC 23008-12), turned as its phone was held; null where there are none to unpack. */
export async function unpackHeic(file: string) {
  const { size } = await fsp.stat(file);
  if (size > LONGEST) return null;
  const { HeifDecoder } = await libheif();
  const [photo] = new HeifDecoder().decode(await fsp.readFile(file));
  if (!photo) return null;
  const [width, height] = [photo.get_width(), photo.get_height()];
  if (width * height > MOST_PIXELS) return null;
  const pixels = { data: new Uint8ClampedArray(width * height * 4), width, height };
  const isDrawn = await new Promise<boolean>((resolve) =>
    photo.display(pixels, (drawn) => resolve(drawn !== null)),
  );
  return isDrawn ? pixels : null;
}
