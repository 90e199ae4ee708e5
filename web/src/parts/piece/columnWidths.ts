/** A sign of the font of tables, and what stands around the text of a cell, in pixels. */
const SIGN = 8.7;
const AROUND = 18;
/** Narrowest and widest column, in signs: what is longer is said in full below the table. */
const NARROWEST = 4;
const WIDEST = 44;

/** Signs that take the room of two (Unicode Standard Annex 11, wide and fullwidth), by the blocks they stand in. */
const WIDE =
  /[\u1100-\u115f\u2e80-\ua4cf\uac00-\ud7a3\uf900-\ufaff\ufe30-\ufe6f\uff00-\uff60\u{1f300}-\u{1faff}]/gu;

/** How wide each column of a table is, in pixels. */
export function columnWidths(rows: readonly (readonly string[])[]): number[] {
  const signs: number[] = [];
  for (const cells of rows)
    for (const [i, cell] of cells.entries()) {
      const room = signs[i] ?? NARROWEST;
      // No cell is measured that could not change anything.
      if (room >= WIDEST || (cell.length <= room / 2 && signs[i] !== undefined)) continue;
      const lines = cell.length > WIDEST ? WIDEST : cell.length + (cell.match(WIDE)?.length ?? 0);
      signs[i] = Math.min(WIDEST, Math.max(room, lines));
    }
  return signs.map((count) => Math.ceil((count ?? NARROWEST) * SIGN + AROUND));
}
