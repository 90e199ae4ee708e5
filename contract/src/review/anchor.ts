import { z } from 'zod';
import { LONGEST_QUOTE, LONGEST_SHEET_NAME, SURROUNDINGS, type Anchor } from '@vestibul/core';
import { words } from '../parts/bodies';
import { LONGEST_SPAN_S, MOST_CELLS } from '../parts/limits';

const position = z.number().int().min(0).max(Number.MAX_SAFE_INTEGER);
const page = z.number().int().min(1).max(100_000).nullable();
const percent = z.number().min(0).max(100);
const seconds = z.number().min(0).max(LONGEST_SPAN_S);
const cell = z.number().int().min(1).max(MOST_CELLS);
/** A code point is one or two of the units that lengths count. */
const units = (points: number) => 2 * points;

/** Where in a piece something is said: no area leaves its picture, and nothing ends before it begins. */
export const anchor: z.ZodType<Anchor, Anchor> = z
  .discriminatedUnion('kind', [
    z.object({
      kind: z.literal('quote'),
      exact: words(units(LONGEST_QUOTE)).min(1),
      prefix: words(units(SURROUNDINGS)),
      suffix: words(units(SURROUNDINGS)),
      start: position,
      end: position,
      page,
    }),
    z.object({ kind: z.literal('area'), x: percent, y: percent, w: percent, h: percent, page }),
    z.object({ kind: z.literal('time'), from: seconds, to: seconds.nullable() }),
    z.object({
      kind: z.literal('cells'),
      sheet: words(LONGEST_SHEET_NAME).min(1).nullable(),
      row: cell,
      column: cell,
      toRow: cell,
      toColumn: cell,
    }),
  ])
  .refine(isForward, 'This place ends before it begins, or outside of the piece');

/** The corner of an area comes from dividing what a screen shows; a hundredth of a percent is less than a pixel of it. */
const EDGE = 100.01;

function isForward(place: Anchor): boolean {
  switch (place.kind) {
    case 'quote':
      return place.start < place.end;
    case 'area':
      return place.x + place.w <= EDGE && place.y + place.h <= EDGE;
    case 'time':
      return place.to === null || place.from <= place.to;
    case 'cells':
      return place.row <= place.toRow && place.column <= place.toColumn;
  }
}
