import { describe, expect, test } from '@jest/globals';
import canonicalize from 'canonicalize';
import fc from 'fast-check';
import type { EventId, Instant, PersonId } from '../ids';
import { canonical, type CanonicalValue } from './canonical';
import { canonicalEvent, eventKinds } from './event';
import { hex, knownLeaves, knownRoots } from './testing/vectors';
import { rootHash, sha256Hex } from './tree';

describe('canonical', () => {
  test('sorts members by UTF-16 units and escapes as RFC 8785 section 3.2 shows', () => {
    // The names of the example in section 3.2.3; the euro sign, a control character, and an emoji before U+FB33.
    const value = {
      '\u20ac': 'Euro Sign',
      '\r': 'Carriage Return',
      '\ufb33': 'Hebrew',
      '1': 'One',
      '\ud83d\ude00': 'Emoji',
      '\u0080': 'Control',
      '\u00f6': 'o',
    };
    expect(canonical(value)).toBe(
      '{"\\r":"Carriage Return","1":"One","\u0080":"Control","ö":"o","€":"Euro Sign","😀":"Emoji","\ufb33":"Hebrew"}',
    );
  });

  test('agrees with a reference implementation of RFC 8785', () => {
    const value = fc.letrec<{ any: CanonicalValue }>((tie) => ({
      any: fc.oneof(
        { maxDepth: 3 },
        fc.string({ unit: 'grapheme' }),
        fc.maxSafeInteger(),
        fc.boolean(),
        fc.constant(null),
        fc.array(tie('any'), { maxLength: 4 }),
        fc.dictionary(fc.string(), tie('any'), { maxKeys: 5, noNullPrototype: true }),
      ),
    })).any;
    fc.assert(
      fc.property(value, (one) =>
        expect(canonical(one)).toBe((canonicalize as unknown as (value: unknown) => string)(one)),
      ),
    );
  });

  test('refuses what not all programs write alike', () => {
    expect(() => canonical(0.1)).toThrow('cannot hold the number');
    expect(() => canonical(Number.NaN)).toThrow('cannot hold the number');
    expect(() => canonical('\ud800')).toThrow('lone surrogate');
  });
});

describe('canonicalEvent', () => {
  test('leaves out what does not apply', () => {
    const line = canonicalEvent({
      id: 'ev_1' as EventId,
      at: '2026-11-24T08:00:00.000Z' as Instant,
      by: 'p_1' as PersonId,
      kind: 'reviewed',
      about: { student: 'p_2' as PersonId },
      facts: { attempt: 1 },
    });
    expect(line).toBe(
      '{"about":{"student":"p_2"},"at":"2026-11-24T08:00:00.000Z","by":"p_1","facts":{"attempt":1},"id":"ev_1","kind":"reviewed"}',
    );
  });

  test('every kind is listed once', () => {
    expect(new Set(eventKinds).size).toBe(eventKinds.length);
    expect(eventKinds).toContain('turned in');
  });
});

describe('rootHash', () => {
  test.each(knownRoots)('of the first %d leaves', (count, root) => {
    expect(hex(rootHash(knownLeaves.slice(0, count)))).toBe(root);
  });

  test('of nothing is the hash of nothing', () => {
    expect(hex(rootHash([]))).toBe('e3b0c44298fc1c149afbf4c8996fb92427ae41e4649b934ca495991b7852b855');
  });
});

test('sha256Hex of abc is the value of FIPS 180-4', () => {
  expect(sha256Hex('abc')).toBe('ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad');
});
