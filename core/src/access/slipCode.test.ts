import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { makeSlipCode, readSlipCode, writeSlipCode } from './slipCode';

describe('the code of a sign-in slip', () => {
  test('is read as it is printed, and as people type it', () => {
    fc.assert(
      fc.property(fc.uint8Array({ minLength: 10, maxLength: 10 }), fc.boolean(), (bytes, small) => {
        const code = makeSlipCode(bytes);
        const printed = writeSlipCode(code);
        expect(readSlipCode(printed)).toBe(code);
        const typed = printed.replaceAll('0', 'o').replaceAll('1', 'l').replace('-', ' ');
        expect(readSlipCode(small ? typed.toLowerCase() : typed)).toBe(code);
      }),
      { seed: 20261129 },
    );
  });

  test.each(['', 'K7QF3', 'K7QF3-M2P9XX', 'K7QF3-M2P9!', 'K7QF3-M2P9U', 'É7QF3-M2P9X'])(
    '%j is none',
    (typed) => {
      expect(readSlipCode(typed)).toBeNull();
    },
  );

  test('every sign is as likely as every other', () => {
    const all = Array.from({ length: 256 }, (_, byte) => makeSlipCode(new Uint8Array(10).fill(byte))[0]!);
    const counts = new Map<string, number>();
    for (const sign of all) counts.set(sign, (counts.get(sign) ?? 0) + 1);
    expect(new Set(counts.values())).toEqual(new Set([8]));
  });
});
