import fs from 'node:fs';
import { createRequire } from 'node:module';
import { describe, expect, test } from '@jest/globals';
import { charactersOf, cutToRoom, utf8Bytes } from './makeLegal';

/**
 * Unicode's own GraphemeBreakTest.txt, in the edition of Unicode 10.0 that the package grapheme-splitter carries. Its
 * lines about emoji were decided anew in Unicode 11 (UAX #29, revision 33); those that name the classes which that
 * revision took away are left out.
 */
const file = createRequire(import.meta.url).resolve('grapheme-splitter/tests/GraphemeBreakTest.txt');
const TAKEN_AWAY = /E_Base|E_Modifier|Glue_After_Zwj|E_Base_GAZ|EBG|\(ZWJ\)/;

const lines = fs
  .readFileSync(file, 'utf8')
  .split('\n')
  .filter((line) => line.startsWith('÷') && !TAKEN_AWAY.test(line))
  .map((line) => line.split('#')[0]!.trim())
  // Half a surrogate pair is no text that a name can hold.
  .filter((line) => !/\bD[89A-F][0-9A-F]{2}\b/.test(line));

const clustersOf = (line: string) =>
  line
    .split('÷')
    .map((cluster) => cluster.trim())
    .filter(Boolean)
    .map((cluster) =>
      cluster
        .split('×')
        .map((code) => String.fromCodePoint(parseInt(code, 16)))
        .join(''),
    );

describe('characters as a reader counts them (UAX #29)', () => {
  test('the published file has lines to check', () => {
    expect(lines.length).toBeGreaterThan(300);
  });

  test('every line of the published test is cut where it says', () => {
    for (const line of lines)
      expect([line, charactersOf(clustersOf(line).join(''))]).toEqual([line, clustersOf(line)]);
  });

  test('a text cut to any length ends between two of its characters', () => {
    for (const line of lines) {
      const clusters = clustersOf(line);
      const whole = clusters.join('');
      for (let bytes = 0; bytes <= utf8Bytes(whole); bytes += 1) {
        const kept = cutToRoom(whole, bytes, 1000);
        expect(clusters.map((_, i) => clusters.slice(0, i).join('')).concat(whole)).toContain(kept);
        expect(utf8Bytes(kept)).toBeLessThanOrEqual(bytes);
      }
    }
  });
});
