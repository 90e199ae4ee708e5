import { besideCells, besidePixels, besideWords, type BesidePixels } from '@vestibul/core';
import type { BesideAnswer, BesideQuestion } from '../parts/piece/beside/besideQuestion';

/** Longest side at which pictures are compared, in pixels: what changed of a photo is seen at this size, or by nobody. */
const LONGEST_SIDE = 1200;
/** By how much the shapes of two pictures may differ and still be laid over each other: a pixel that was cut off. */
const SHAPE_DIFFERS = 0.02;

/** Compares two sides away from the page. */
self.onmessage = async ({ data }: MessageEvent<BesideQuestion>) => {
  self.postMessage(await answer(data));
};

async function answer(question: BesideQuestion): Promise<BesideAnswer> {
  switch (question.by) {
    case 'words':
      return { by: 'words', found: besideWords(question.before, question.after) };
    case 'cells':
      return { by: 'cells', found: besideCells(question.before, question.after) };
    case 'pixels':
      return { by: 'pixels', found: await comparePictures(question.before, question.after) };
  }
}

/** Null where the two have not the same shape, or one of them cannot be read. */
async function comparePictures(before: ArrayBuffer, after: ArrayBuffer): Promise<BesidePixels | null> {
  try {
    const [was, is] = await Promise.all([before, after].map((bytes) => createImageBitmap(new Blob([bytes]))));
    if (!was || !is) return null;
    const shapes = was.width / was.height / (is.width / is.height);
    if (Math.abs(shapes - 1) > SHAPE_DIFFERS) return null;
    const fit = Math.min(1, LONGEST_SIDE / Math.max(is.width, is.height));
    const [width, height] = [is.width, is.height].map((side) => Math.max(1, Math.round(side * fit)));
    const [old, now] = [was, is].map((picture) => pixelsOf(picture, width!, height!));
    return besidePixels(old!, now!, width!, height!);
  } catch {
    return null;
  }
}

function pixelsOf(picture: ImageBitmap, width: number, height: number): Uint8ClampedArray {
  const canvas = new OffscreenCanvas(width, height).getContext('2d')!;
  canvas.drawImage(picture, 0, 0, width, height);
  return canvas.getImageData(0, 0, width, height).data;
}
