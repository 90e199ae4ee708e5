/** All rows of a list that is read page by page. */
export function* oncePerPage<Row>(
  read: (before: string) => { rows: readonly Row[]; next: string | null },
): Generator<Row> {
  for (let before: string | null = ''; before !== null;) {
    const { rows, next }: { rows: readonly Row[]; next: string | null } = read(before);
    yield* rows;
    before = next;
  }
}
