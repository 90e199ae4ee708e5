import {
  besideCells,
  besidePixels,
  besideWords,
  linesOf,
  sentencesOf,
  type BesidePixels,
} from '@vestibul/core';
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
    case 'words': {
      const partsOf = question.isFlowing ? sentencesOf : linesOf;
      return { by: 'words', found: besideWords(partsOf(question.before), partsOf(question.after)) };
    }
    case 'cells':
      return { by: 'cells', found: besideCells(question.before, question.after) };
    case 'pixels':
      return { by: 'pixels', found: await comparePictures(question.before, question.after) };
  }
}

/** Null where the two have not the same shape, or one of them cannot be read. One is unpacked at a time: a photo is large. */
async function comparePictures(before: ArrayBuffer, after: ArrayBuffer): Promise<BesidePixels | null> {
  try {
    const is = await createImageBitmap(new Blob([after]));
    const shape = is.width / is.height;
    const fit = Math.min(1, LONGEST_SIDE / Math.max(is.width, is.height));
    const width = Math.max(1, Math.round(is.width * fit));
    const height = Math.max(1, Math.round(is.height * fit));
    const now = pixelsOf(is, width, height);
    const was = await createImageBitmap(new Blob([before]));
    if (Math.abs(was.width / was.height / shape - 1) > SHAPE_DIFFERS) return null;
    return besidePixels(pixelsOf(was, width, height), now, width, height);
  } catch {
    return null;
  }
}

/** The pixels of a picture at a size; the picture itself is given up. */
function pixelsOf(picture: ImageBitmap, width: number, height: number): Uint8ClampedArray {
  const canvas = new OffscreenCanvas(width, height).getContext('2d')!;
  canvas.drawImage(picture, 0, 0, width, height);
  picture.close();
  return canvas.getImageData(0, 0, width, height).data;
}
