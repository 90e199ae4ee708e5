import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { filterNames, filterTakes, parseRule, writeRule, type Filter, type Rule } from './parseRule';
import { partNames } from './parts';

describe('parseRule', () => {
  test('reads parts, filters, text and an optional group into a tree', () => {
    expect(parseRule('{period|pad 2}-{last}[_{assignment|upper}]')).toEqual({
      ok: true,
      rule: [
        { kind: 'part', part: 'period', filters: [{ kind: 'pad', count: 2 }] },
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
    ['{surname}', 'unknown-part', 1, 'surname', 'last', '{last}'],
    ['{lastt}', 'unknown-part', 1, 'lastt', 'last', '{last}'],
    ['{hour}-{last}', 'unknown-part', 1, 'hour', 'period', '{period}-{last}'],
    ['{ First Name }', 'unknown-part', 2, 'First Name', 'first', '{ first }'],
    ['{}', 'unknown-part', 1, '', null, null],
    ['{last|uper}', 'unknown-filter', 6, 'uper', 'upper', '{last|upper}'],
    ['{period|pad2}', 'unknown-filter', 8, 'pad2', 'pad 2', '{period|pad 2}'],
    ['{last|pad}', 'syntax', 6, 'pad', 'pad 2', '{last|pad 2}'],
    ['{last|cut 0}', 'syntax', 6, 'cut 0', 'cut 10', '{last|cut 10}'],
    ['{last|upper 3}', 'syntax', 6, 'upper 3', 'upper', '{last|upper}'],
    ['{date|date YYYY-mm-dd}', 'syntax', 6, 'date YYYY-mm-dd', 'date YYYY-MM-dd', '{date|date YYYY-MM-dd}'],
    ['{last|date yyyy}', 'syntax', 6, 'date yyyy', null, null],
    ['{last', 'syntax', 0, '{', '}', '{last}'],
    ['{last_{first}', 'syntax', 0, '{', '}', '{last}_{first}'],
    ['{period|pad 2-{last}', 'syntax', 0, '{', '}', '{period|pad 2}-{last}'],
    ['{last}[_{first}', 'syntax', 6, '[', ']', '{last}[_{first}]'],
    ['{last}]', 'syntax', 6, ']', '\\]', '{last}\\]'],
    ['{last}\\x', 'syntax', 6, '\\', '\\\\', '{last}\\\\x'],
  ])('says where %s goes wrong and what was probably meant', (source, code, at, found, mend, mended) => {
    expect(parseRule(source)).toEqual({ ok: false, fault: { code, at, found, mend, mended } });
  });

  test('a group in a group answers for itself', () => {
    expect(parseRule('{last}[_{first}[-{group}]]')).toMatchObject({
      ok: true,
      rule: [
        { part: 'last' },
        { kind: 'optional', nodes: [{ text: '_' }, { part: 'first' }, { kind: 'optional' }] },
      ],
    });
  });

  test('answers for every text, without throwing, and points into it', () => {
    fc.assert(
      fc.property(fc.string({ unit: fc.constantFrom(...'{}[]|\\lastpd2 -_é') }), (source) => {
        const parsed = parseRule(source);
        if (!parsed.ok) expect(parsed.fault.at).toBeLessThanOrEqual(source.length);
      }),
    );
  });

  const filter = fc.constantFrom(...filterNames).chain((kind): fc.Arbitrary<Filter> => {
    const takes = filterTakes[kind];
    if (takes === 'number')
      return fc.integer({ min: 1, max: 99 }).map((count) => ({ kind, count }) as Filter);
    return fc.constant({ kind } as Filter);
  });
  const part = fc.record({
    kind: fc.constant('part' as const),
    part: fc.constantFrom(...partNames),
    filters: fc.array(
      filter.filter(({ kind }) => kind !== 'date'),
      { maxLength: 3 },
    ),
  });
  const text = fc
    .string({ unit: fc.constantFrom(...'{}[]|\\ab -_é'), minLength: 1 })
    .map((written) => ({ kind: 'text' as const, text: written }));
  const rule = fc
    .array(
      fc.oneof(
        part,
        text,
        fc
          .array(fc.oneof(part, text), { maxLength: 3 })
          .map((nodes) => ({ kind: 'optional' as const, nodes })),
      ),
    )
    // Two stretches of text side by side are one to a reader.
    .map((nodes) => nodes.filter((node, i) => node.kind !== 'text' || nodes[i - 1]?.kind !== 'text'))
    .map((nodes) =>
      nodes.map((node) =>
        node.kind === 'optional'
          ? {
              ...node,
              nodes: node.nodes.filter(
                (inner, i) => inner.kind !== 'text' || node.nodes[i - 1]?.kind !== 'text',
              ),
            }
          : node,
      ),
    );

  test('a rule that is written out is read as the same rule: text and chips stay in step', () => {
    fc.assert(
      fc.property(rule, (nodes) => {
        expect(parseRule(writeRule(nodes as Rule))).toEqual({ ok: true, rule: nodes });
      }),
    );
  });
});
