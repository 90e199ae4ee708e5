import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { offeredKinds, placeCamera, recordingKinds, sayElapsed, timeLeft } from './recording';

describe('offeredKinds', () => {
  test.each([
    [[], []],
    [['camera'], ['camera', 'screen']],
    [['both'], ['screen', 'both']],
    [['sound'], ['sound']],
    [
      ['sound', 'camera'],
      ['camera', 'screen', 'sound'],
    ],
  ] as const)('%j lets choose %j', (kinds, offered) => {
    expect(offeredKinds({ kinds })).toEqual(offered);
  });

  test('the screen alone is offered wherever a picture is', () => {
    fc.assert(
      fc.property(fc.subarray([...recordingKinds]), (kinds) => {
        const offered = offeredKinds({ kinds });
        expect(offered.includes('screen')).toBe(kinds.some((kind) => kind !== 'sound'));
        for (const kind of kinds) expect(offered).toContain(kind);
      }),
    );
  });
});

test('the camera lies inside the picture of the screen, in its own proportions', () => {
  const picture = fc.record({
    width: fc.integer({ min: 160, max: 4000 }),
    height: fc.integer({ min: 160, max: 4000 }),
  });
  fc.assert(
    fc.property(picture, picture, (screen, camera) => {
      const box = placeCamera(screen, camera);
      expect(box.x).toBeGreaterThanOrEqual(0);
      expect(box.y).toBeGreaterThanOrEqual(0);
      expect(box.x + box.width).toBeLessThanOrEqual(screen.width);
      expect(box.y + box.height).toBeLessThanOrEqual(screen.height);
      // Rounded to whole pixels: off by less than one in either direction.
      const scale = box.width / camera.width;
      expect(Math.abs(box.height - camera.height * scale)).toBeLessThanOrEqual(
        1 + camera.height / camera.width,
      );
    }),
  );
  expect(placeCamera({ width: 1280, height: 720 }, { width: 640, height: 480 })).toEqual({
    x: 1280 - 282 - 14,
    y: 720 - 211 - 14,
    width: 282,
    height: 211,
  });
});

test('time runs out at the assignment’s limit, and not before', () => {
  expect(timeLeft({ mostMinutes: 2 }, 0)).toBe(120_000);
  expect(timeLeft({ mostMinutes: 2 }, 119_999)).toBe(1);
  expect(timeLeft({ mostMinutes: 2 }, 130_000)).toBe(0);
});

test.each([
  [0, '0:00'],
  [59_999, '0:59'],
  [125_000, '2:05'],
  [3_600_000, '60:00'],
])('sayElapsed(%d) is %s', (ms, says) => {
  expect(sayElapsed(ms)).toBe(says);
});
