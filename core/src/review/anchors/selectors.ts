import type { Anchor } from './anchor';

/** A selector of the W3C Web Annotation Data Model (section 4.2), as far as places of ours are told by them. */
export type Selector =
  | { type: 'TextQuoteSelector'; exact: string; prefix: string; suffix: string }
  | { type: 'TextPositionSelector'; start: number; end: number }
  | { type: 'FragmentSelector'; conformsTo?: string; value: string; refinedBy?: Selector | Selector[] };

/** What the value of a fragment conforms to, as the table of the data model (section 4.2.1) names such standards. */
export const fragments = {
  /** RFC 8118, `page=N` */
  pdf: 'http://tools.ietf.org/rfc/rfc8118',
  /** Media Fragments URI 1.0, `xywh=percent:x,y,w,h` and `t=from,to` */
  media: 'http://www.w3.org/TR/media-frags/',
  /** RFC 7111, `cell=row,column-row,column` */
  table: 'http://tools.ietf.org/rfc/rfc7111',
  /** RFC 5147, `char=from,to` */
  text: 'http://tools.ietf.org/rfc/rfc5147',
} as const;

/** How the sheet of a workbook is told. */
const SHEET = 'sheet=';

/**
 * The selectors of a place: those that say the same beside each other, the finer within the coarser. Of a piece that is plain
 * text, a quote is told by its characters too.
 */
export function selectorsOf(anchor: Anchor, isPlainText: boolean): Selector[] {
  switch (anchor.kind) {
    case 'quote': {
      const { exact, prefix, suffix, start, end, page } = anchor;
      const words: Selector[] = [
        { type: 'TextQuoteSelector', exact, prefix, suffix },
        { type: 'TextPositionSelector', start, end },
      ];
      if (page !== null) return [fragment('pdf', `page=${page}`, words)];
      return isPlainText ? [...words, fragment('text', `char=${start},${end}`)] : words;
    }
    case 'area': {
      const { x, y, w, h, page } = anchor;
      const area = fragment('media', `xywh=percent:${[x, y, w, h].map(decimals).join(',')}`);
      return [page === null ? area : fragment('pdf', `page=${page}`, area)];
    }
    case 'time': {
      const { from, to } = anchor;
      return [fragment('media', `t=${decimals(from)}${to === null ? '' : `,${decimals(to)}`}`)];
    }
    case 'cells': {
      const { sheet, row, column, toRow, toColumn } = anchor;
      const cells = fragment('table', `cell=${row},${column}-${toRow},${toColumn}`);
      if (sheet === null) return [cells];
      // No standard names the sheets of a workbook: the fragment says what it is, and conforms to nothing.
      return [{ type: 'FragmentSelector', value: `${SHEET}${encodeURIComponent(sheet)}`, refinedBy: cells }];
    }
  }
}

function fragment(
  standard: keyof typeof fragments,
  value: string,
  refinedBy?: Selector | Selector[],
): Selector {
  return {
    type: 'FragmentSelector',
    conformsTo: fragments[standard],
    value,
    ...(refinedBy ? { refinedBy } : {}),
  };
}

/** A number as fragments write it: at most three places after the point, none where there are none. */
const decimals = (value: number) => String(Math.round(value * 1000) / 1000);

/** The place that selectors tell, written by `selectorsOf`; null where they tell none. */
export function anchorOf(selectors: readonly Selector[]): Anchor | null {
  const [first] = selectors;
  if (first?.type !== 'FragmentSelector') return quoteOf(selectors, null);
  if (first.value.startsWith(SHEET)) {
    const cells = anchorOf([first.refinedBy ?? []].flat());
    const sheet = decodeURIComponent(first.value.slice(SHEET.length));
    return cells?.kind === 'cells' ? { ...cells, sheet } : null;
  }
  const numbers = (first.value.match(/\d+(\.\d+)?/g) ?? []).map(Number);
  switch (first.conformsTo) {
    case fragments.pdf: {
      const [page = 1] = numbers;
      const inner = [first.refinedBy ?? []].flat();
      const area = anchorOf(inner);
      return area?.kind === 'area' ? { ...area, page } : quoteOf(inner, page);
    }
    case fragments.media: {
      if (first.value.startsWith('t=')) return { kind: 'time', from: numbers[0]!, to: numbers[1] ?? null };
      const [x, y, w, h] = numbers as [number, number, number, number];
      return { kind: 'area', x, y, w, h, page: null };
    }
    case fragments.table: {
      const [row, column, toRow, toColumn] = numbers as [number, number, number, number];
      return { kind: 'cells', sheet: null, row, column, toRow, toColumn };
    }
    default:
      return null;
  }
}

function quoteOf(selectors: readonly Selector[], page: number | null): Anchor | null {
  const quote = selectors.find((selector) => selector.type === 'TextQuoteSelector');
  const position = selectors.find((selector) => selector.type === 'TextPositionSelector');
  if (!quote || !position) return null;
  const { exact, prefix, suffix } = quote;
  return { kind: 'quote', exact, prefix, suffix, start: position.start, end: position.end, page };
}
