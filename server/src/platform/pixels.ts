import { MOST_PIXELS } from '@vestibul/core';

/**
 * Width and height of a picture that is too large to be shown, in pixels; null of one that is not. They are read from its
 * head: nothing is unpacked. What cannot be read is left to the browser, which shows nothing of it.
 */
export async function tooLargeToShow(file: string): Promise<{ width: number; height: number } | null> {
  try {
    // Loaded with the first picture, so that a school is back sooner after a crash.
    const { imageSizeFromFile } = await import('image-size/fromFile');
    const { width, height } = await imageSizeFromFile(file);
    return width * height > MOST_PIXELS ? { width, height } : null;
  } catch {
    return null;
  }
}
