import { MOST_PIXELS } from '@vestibul/core';
import libheif from 'libheif-js/libheif-wasm/libheif-bundle.mjs';
import type { HeicDecoded } from '../parts/piece/picture/decodeHeic';
import { Unreadable, whyOf } from '../parts/piece/office/Unreadable';

/** How much of a photo is kept when it is packed again to be looked at. */
const QUALITY = 0.92;

/** Unpacks the first photo of a file, turned as its phone was held. */
self.onmessage = async ({ data }: MessageEvent<ArrayBuffer>) => {
  const answer = (decoded: HeicDecoded) => self.postMessage(decoded);
  try {
    const { HeifDecoder } = await libheif();
    const [photo] = new HeifDecoder().decode(new Uint8Array(data));
    if (!photo) throw new Unreadable('damaged');
    const [width, height] = [photo.get_width(), photo.get_height()];
    if (width * height > MOST_PIXELS) throw new Unreadable('long');
    const pixels = new ImageData(width, height);
    const isDrawn = await new Promise<boolean>((resolve) =>
      photo.display(pixels, (drawn) => resolve(drawn !== null)),
    );
    if (!isDrawn) throw new Unreadable('damaged');
    const canvas = new OffscreenCanvas(width, height);
    canvas.getContext('2d')!.putImageData(pixels, 0, 0);
    answer(await canvas.convertToBlob({ type: 'image/jpeg', quality: QUALITY }));
  } catch (error) {
    answer(whyOf(error));
  }
};
