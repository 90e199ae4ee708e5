/** Rows shown, or a stretch of rows that are the same on both sides, folded until somebody wants to read them. */
export interface Stretch<Row> {
  /** Of the first row. */
  at: number;
  rows: readonly Row[];
  isFolded: boolean;
}

/** Rows that stay around a change, to read it by; a stretch of no more than this beyond them is not worth folding. */
const AROUND = 2;

/** What is shown of rows: those that changed and a few around them. */
export function foldSame<Row>(rows: readonly Row[], isChanged: (row: Row) => boolean): Stretch<Row>[] {
  const near = new Uint8Array(rows.length);
  rows.forEach((row, at) => {
    if (isChanged(row)) near.fill(1, Math.max(0, at - AROUND), at + AROUND + 1);
  });
  const stretches: Stretch<Row>[] = [];
  for (let at = 0; at < rows.length;) {
    const isNear = near[at] === 1;
    const other = near.indexOf(isNear ? 0 : 1, at);
    const end = other < 0 ? rows.length : other;
    const isFolded = !isNear && end - at > AROUND;
    const last = stretches.at(-1);
    // What is too short to fold is shown with what stands before it.
    if (last && !last.isFolded && !isFolded) last.rows = [...last.rows, ...rows.slice(at, end)];
    else stretches.push({ at, rows: rows.slice(at, end), isFolded });
    at = end;
  }
  return stretches;
}
