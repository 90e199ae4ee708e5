/** What stands between the cells of a table written as text. */
export const cellSeparators = [',', ';', '\t', '|'] as const;
export type CellSeparator = (typeof cellSeparators)[number];

/** The first line of a table from a spreadsheet that says how it is separated. */
export const SAID_SEPARATOR = /^sep=(.)[^\S\r\n]*(?=\r\n|\r|\n|$)/i;

/** How much of a table is looked at to tell its separator, in lines. */
const LOOKED_AT = 20;

/** The first lines of a table that hold something, without what stands in quotes. */
export const linesLookedAt = (source: string): string[] =>
  source
    .split(/\r\n|\r|\n/)
    .filter((line) => line.trim() !== '')
    .slice(0, LOOKED_AT)
    .map((line) => line.replace(/"[^"]*"/g, ''));

/** The separator that stands in most of these lines, and in those most evenly, with the number of lines. */
export function likeliestSeparator(lines: readonly string[]): { separator: CellSeparator; inLines: number } {
  const ranked = cellSeparators.map((separator) => {
    const counts = lines.map((line) => line.split(separator).length - 1);
    const inLines = counts.filter((count) => count > 0).length;
    const usual = Math.max(0, ...counts);
    return { separator, inLines, even: counts.filter((count) => count === usual).length };
  });
  // Tab, bar and semicolon are never part of a name or a number, so where they stand in as many lines as the comma they win:
  // 'Abara, Chidi<tab>3' is a list separated by tabs, and '1,5;2,5' are two numbers.
  const order: readonly CellSeparator[] = ['\t', '|', ';', ','];
  ranked.sort(
    (a, b) =>
      b.inLines - a.inLines || order.indexOf(a.separator) - order.indexOf(b.separator) || b.even - a.even,
  );
  return ranked[0]!;
}
