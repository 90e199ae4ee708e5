import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { parseRule } from './parseRule';

describe('parseRule', () => {
  test('reads parts, filters, text and an optional group into a tree', () => {
    expect(parseRule('{period|pad 2}-{last}[_{assignment|upper}]')).toEqual({
      ok: true,
      rule: [
        { kind: 'part', part: 'period', filters: [{ kind: 'pad', width: 2 }] },
        { kind: 'text', text: '-' },
        { kind: 'part', part: 'last', filters: [] },
        {
          kind: 'optional',
          nodes: [
            { kind: 'text', text: '_' },
            { kind: 'part', part: 'assignment', filters: [{ kind: 'upper' }] },
          ],
        },
      ],
    });
  });

  test('takes an escaped sign as it is', () => {
    expect(parseRule('\\[{last}\\]')).toMatchObject({
      ok: true,
      rule: [{ text: '[' }, { part: 'last' }, { text: ']' }],
    });
  });

  test.each([
    ['{surname}', 'unknown-part', 1, 'surname', 'last'],
    ['{lastt}', 'unknown-part', 1, 'lastt', 'last'],
    ['{hour}-{last}', 'unknown-part', 1, 'hour', 'period'],
    ['{last|uper}', 'unknown-filter', 6, 'uper', 'upper'],
    ['{last|pad}', 'syntax', 6, 'pad', 'pad 2'],
    ['{last', 'syntax', 0, '{', '}'],
    ['{last}[_{first}', 'syntax', 6, '[', ']'],
    ['{last}]', 'syntax', 6, ']', '\\]'],
    ['folder', 'no-part', 0, 'folder', '{last}_{first}'],
    ['', 'no-part', 0, '', '{last}_{first}'],
  ])('says where %s goes wrong and what was probably meant', (source, code, at, found, mend) => {
    expect(parseRule(source)).toEqual({ ok: false, fault: { code, at, found, mend } });
  });

  test('answers for every text, without throwing, and points into it', () => {
    fc.assert(
      fc.property(fc.string({ unit: fc.constantFrom(...'{}[]|\\lastpd2 -_é') }), (source) => {
        const parsed = parseRule(source);
        if (!parsed.ok) expect(parsed.fault.at).toBeLessThanOrEqual(source.length);
      }),
    );
  });
});
