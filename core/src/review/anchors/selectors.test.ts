import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { compareAnchors, type Anchor } from './anchor';
import { anchorOf, selectorsOf } from './selectors';

const words = {
  kind: 'quote',
  exact: '42 cm',
  prefix: 'we read ',
  suffix: ' at the ford',
  start: 8,
  end: 13,
  page: null,
} as const;
const quote = { type: 'TextQuoteSelector', exact: '42 cm', prefix: 'we read ', suffix: ' at the ford' };
const position = { type: 'TextPositionSelector', start: 8, end: 13 };

describe('selectors as docs/formats.md and the standards write them', () => {
  test.each<[string, Anchor, boolean, object[]]>([
    ['words of a document', words, false, [quote, position]],
    [
      'words of plain text (RFC 5147)',
      words,
      true,
      [
        quote,
        position,
        { type: 'FragmentSelector', conformsTo: 'http://tools.ietf.org/rfc/rfc5147', value: 'char=8,13' },
      ],
    ],
    [
      'words of a page (RFC 8118)',
      { ...words, page: 3 },
      false,
      [
        {
          type: 'FragmentSelector',
          conformsTo: 'http://tools.ietf.org/rfc/rfc8118',
          value: 'page=3',
          refinedBy: [quote, position],
        },
      ],
    ],
    [
      'an area of a picture (Media Fragments URI 1.0)',
      { kind: 'area', x: 25, y: 10.12345, w: 50, h: 0.5, page: null },
      false,
      [
        {
          type: 'FragmentSelector',
          conformsTo: 'http://www.w3.org/TR/media-frags/',
          value: 'xywh=percent:25,10.123,50,0.5',
        },
      ],
    ],
    [
      'a span of sound (Media Fragments URI 1.0, 4.2.1: t=10,20)',
      { kind: 'time', from: 10, to: 20 },
      false,
      [{ type: 'FragmentSelector', conformsTo: 'http://www.w3.org/TR/media-frags/', value: 't=10,20' }],
    ],
    [
      'a moment of sound',
      { kind: 'time', from: 12.5, to: null },
      false,
      [{ type: 'FragmentSelector', conformsTo: 'http://www.w3.org/TR/media-frags/', value: 't=12.5' }],
    ],
    [
      'cells of a table (RFC 7111, 2.3: cell=4,1-6,5)',
      { kind: 'cells', sheet: null, row: 4, column: 1, toRow: 6, toColumn: 5 },
      false,
      [{ type: 'FragmentSelector', conformsTo: 'http://tools.ietf.org/rfc/rfc7111', value: 'cell=4,1-6,5' }],
    ],
    [
      'cells of a sheet of a workbook (W3C Web Annotation Data Model, 4.2.9: the coarser refined by the finer)',
      { kind: 'cells', sheet: 'Gauge 1 & 2', row: 4, column: 1, toRow: 6, toColumn: 5 },
      false,
      [
        {
          type: 'FragmentSelector',
          value: 'sheet=Gauge%201%20%26%202',
          refinedBy: {
            type: 'FragmentSelector',
            conformsTo: 'http://tools.ietf.org/rfc/rfc7111',
            value: 'cell=4,1-6,5',
          },
        },
      ],
    ],
  ])('%s', (_, anchor, isPlainText, selectors) => {
    expect(selectorsOf(anchor, isPlainText)).toEqual(selectors);
  });
});

const page = fc.option(fc.integer({ min: 1, max: 9999 }));
const percent = fc.integer({ min: 0, max: 100_000 }).map((thousandths) => thousandths / 1000);
const anchors: fc.Arbitrary<Anchor> = fc.oneof(
  fc.record({
    kind: fc.constant('quote' as const),
    exact: fc.string({ unit: 'grapheme', minLength: 1 }),
    prefix: fc.string({ unit: 'grapheme' }),
    suffix: fc.string({ unit: 'grapheme' }),
    start: fc.nat(),
    end: fc.nat(),
    page,
  }),
  fc.record({ kind: fc.constant('area' as const), x: percent, y: percent, w: percent, h: percent, page }),
  fc.record({ kind: fc.constant('time' as const), from: percent, to: fc.option(percent) }),
  fc.record({
    kind: fc.constant('cells' as const),
    sheet: fc.option(fc.string({ unit: 'grapheme' })),
    row: fc.nat(),
    column: fc.nat(),
    toRow: fc.nat(),
    toColumn: fc.nat(),
  }),
);

test('what is kept as selectors is read back as the same place', () => {
  fc.assert(
    fc.property(anchors, fc.boolean(), (anchor, isPlainText) => {
      const kept = JSON.stringify(selectorsOf(anchor, isPlainText));
      expect(anchorOf(JSON.parse(kept))).toEqual(anchor);
    }),
  );
});

test('selectors that tell no place of ours are none', () => {
  expect(anchorOf([])).toBeNull();
  expect(anchorOf([{ type: 'TextPositionSelector', start: 1, end: 2 }])).toBeNull();
  expect(
    anchorOf([{ type: 'FragmentSelector', conformsTo: 'http://example.org/', value: 'x=1' }]),
  ).toBeNull();
});

test('places are sorted as somebody comes by them', () => {
  const area = (pageOf: number, y: number, x: number): Anchor => ({
    kind: 'area',
    x,
    y,
    w: 1,
    h: 1,
    page: pageOf,
  });
  const sorted = [area(1, 5, 60), area(1, 20, 10), area(2, 0, 0)];
  expect(sorted.toReversed().toSorted(compareAnchors)).toEqual(sorted);
  const times: Anchor[] = [
    { kind: 'time', from: 2, to: 9 },
    { kind: 'time', from: 12, to: null },
  ];
  expect(times.toReversed().toSorted(compareAnchors)).toEqual(times);
});
