import { describe, expect, test } from '@jest/globals';
import { besidePixels } from './besidePixels';

const [WIDTH, HEIGHT] = [200, 100];

interface Box {
  x: number;
  y: number;
  w: number;
  h: number;
}

/** A grey picture with black boxes on it. */
function pictureOf(...boxes: Box[]): Uint8ClampedArray {
  const data = new Uint8ClampedArray(WIDTH * HEIGHT * 4).fill(200);
  for (let y = 0; y < HEIGHT; y += 1)
    for (let x = 0; x < WIDTH; x += 1) {
      const at = (y * WIDTH + x) * 4;
      const isBlack = boxes.some((box) => x >= box.x && x < box.x + box.w && y >= box.y && y < box.y + box.h);
      data.set([...Array<number>(3).fill(isBlack ? 0 : 200), 255], at);
    }
  return data;
}

describe('what changed in a picture', () => {
  test('the same picture has no change', () => {
    expect(besidePixels(pictureOf(), pictureOf(), WIDTH, HEIGHT)).toEqual({ share: 0, parts: [] });
  });

  test('two boxes that were drawn are two parts that hold them, from the top, and their share', () => {
    const boxes = [
      { x: 120, y: 60, w: 40, h: 20 },
      { x: 20, y: 10, w: 30, h: 20 },
    ];
    const { share, parts } = besidePixels(pictureOf(), pictureOf(...boxes), WIDTH, HEIGHT);
    expect(share).toBeCloseTo((40 * 20 + 30 * 20) / (WIDTH * HEIGHT), 2);
    expect(parts).toHaveLength(2);
    for (const [i, box] of boxes.toReversed().entries()) {
      const part = parts[i]!;
      expect(part.x * WIDTH).toBeLessThanOrEqual(box.x);
      expect(part.y * HEIGHT).toBeLessThanOrEqual(box.y);
      expect((part.x + part.w) * WIDTH).toBeGreaterThanOrEqual(box.x + box.w);
      expect((part.y + part.h) * HEIGHT).toBeGreaterThanOrEqual(box.y + box.h);
      // No more than a tile on each side beyond it.
      expect(part.w * WIDTH).toBeLessThanOrEqual(box.w + 10);
      expect(part.h * HEIGHT).toBeLessThanOrEqual(box.h + 10);
    }
  });

  test('the noise of saving a photo once more is no change', () => {
    const noisy = pictureOf().map((value, i) => (i % 4 === 3 ? value : value + ((i * 7) % 5) - 2));
    expect(besidePixels(pictureOf(), noisy, WIDTH, HEIGHT)).toEqual({ share: 0, parts: [] });
  });

  test('another picture altogether is one part: all of it', () => {
    const black = pictureOf({ x: 0, y: 0, w: WIDTH, h: HEIGHT });
    expect(besidePixels(pictureOf(), black, WIDTH, HEIGHT)).toEqual({
      share: 1,
      parts: [{ x: 0, y: 0, w: 1, h: 1 }],
    });
  });

  test('parts never leave the picture, at its edges too', () => {
    const corner = { x: WIDTH - 3, y: HEIGHT - 3, w: 3, h: 3 };
    const [part] = besidePixels(pictureOf(), pictureOf(corner), WIDTH, HEIGHT).parts;
    expect(part!.x + part!.w).toBeCloseTo(1, 10);
    expect(part!.y + part!.h).toBeCloseTo(1, 10);
  });
});
