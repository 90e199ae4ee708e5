/** Signs of the surroundings of a quote that are kept before and after it, in code points (W3C Web Annotation leaves it open). */
export const SURROUNDINGS = 32;
/** Longest quote that something is said of, in code points: a page of writing. */
export const LONGEST_QUOTE = 3000;

/** Words of a text. Positions are code points of the extracted text (NFC); of a PDF, of the text of its page. */
export interface Quote {
  kind: 'quote';
  exact: string;
  /** What stands before it and after it, at most `SURROUNDINGS` code points each. */
  prefix: string;
  suffix: string;
  start: number;
  end: number;
  /** Counted from 1; null where the text has no pages. */
  page: number | null;
}

/** A rectangle of a picture or a page, turned the right way: in percent of its width and height. */
export interface Area {
  kind: 'area';
  x: number;
  y: number;
  w: number;
  h: number;
  page: number | null;
}

/** A moment of sound or video, or a span where there is an end: in seconds. */
export interface Span {
  kind: 'time';
  from: number;
  to: number | null;
}

/** Cells of a table, both included, counted from 1. */
export interface Cells {
  kind: 'cells';
  /** The sheet of a workbook, by its name; null of a table that has none. */
  sheet: string | null;
  row: number;
  column: number;
  toRow: number;
  toColumn: number;
}

/** Longest name of a sheet, in characters: of a workbook it is 31 (ECMA-376 part 1, section 18.2.19), elsewhere it is open. */
export const LONGEST_SHEET_NAME = 200;

/** Where in a piece something is said. */
export type Anchor = Quote | Area | Span | Cells;

/** Sorts places of one piece as somebody comes by them: down the pages, along the time. */
export function compareAnchors(a: Anchor, b: Anchor): number {
  const [of, other] = [orderOf(a), orderOf(b)];
  return of.map((value, i) => value - other[i]!).find((difference) => difference !== 0) ?? 0;
}

function orderOf(anchor: Anchor): [number, number, number] {
  switch (anchor.kind) {
    case 'quote':
      return [anchor.page ?? 0, anchor.start, anchor.end];
    case 'area':
      return [anchor.page ?? 0, anchor.y, anchor.x];
    case 'time':
      return [0, anchor.from, anchor.to ?? anchor.from];
    case 'cells':
      return [0, anchor.row, anchor.column];
  }
}
